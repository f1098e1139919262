# frozen_string_literal: true

module UpFront
  module Desk
    # What a person does with what stands in the outbox: takes it back, sends it now or again, or says that it went.
    class ChangeOutgoing < Act
      ACTS = %w[now take_back again went let_go].freeze
      GONE = "That is not so any more: it has gone already, or was taken back. Look at the outbox."

      # @param id [Integer] @return [Done]; of one that is taken back to be written on, the draft is the result @raise [Impossible]
      def now!(id) = change(id, %w[waiting again asks], "“%s” goes now.", state: "waiting", goes_at: now)

      # Tried again, where it was refused, or cannot be known to have gone.
      def again(id)
        change(id, %w[refused unsure], "“%s” goes again.", state: "waiting", goes_at: now, tried: 0, first_tried_at: nil, handed_at: nil,
          over_at: nil, said: nil) do |outgoing|
          outgoing.update!(recipients: outgoing.recipients.map {
            (_1["state"] == "taken") ? _1 : _1.merge("state" => "waiting").except("said")
          })
        end
      end

      # The person knows that it has arrived.
      def went(id)
        change(id, %w[unsure], "“%s” has gone.", state: "sent", over_at: now) do |outgoing|
          outgoing.update!(recipients: outgoing.recipients.map { _1.merge("state" => "taken") })
          Expect.new(clock).sent(outgoing)
        end
      end

      # Nothing more is done about it; it stays in the list.
      def let_go(id) = change(id, %w[refused unsure asks], "“%s” is left as it is.", state: "taken_back", over_at: now)

      # What was written by hand becomes a draft again.
      def take_back(id)
        transaction do
          outgoing = find(id)
          raise Impossible.new(GONE, status: 409) unless outgoing.take(%w[waiting again asks refused], state: "taken_back", over_at: now)

          have = outgoing.recipients.select { _1["state"] == "taken" }
          draft = written(outgoing, have.to_set { Core::Address.normalise(_1["email"]) })
          event("outbox")
          Done.new(message: "Taken back: “#{title(outgoing)}”#{" stands among what you write" if draft}.#{had(have)}", result: draft)
        end
      end

      private

      def find(id) = Store::Outgoing.find_by(id: id) || raise(Impossible.gone("message"))
      def title(outgoing) = outgoing.subject.strip.empty? ? "a message without a subject" : outgoing.subject

      def change(id, from, text, **columns)
        transaction do
          outgoing = find(id)
          raise Impossible.new(GONE, status: 409) unless outgoing.take(from, **columns)

          yield outgoing if block_given?
          event("outbox")
          Done.new(message: format(text, title(outgoing)))
        end
      end

      def had(have)
        return if have.empty?

        " #{Core::English.sentence(Core::English.join(have.map { Core::Address.shown(_1["name"], _1["email"]) }, "and"))} " \
          "#{(have.size == 1) ? "has" : "have"} it already."
      end

      # To those who do not have it. @param have [Set<String>] @return [Store::Draft, nil]
      def written(outgoing, have)
        return unless outgoing.draft && outgoing.account

        body = outgoing.draft.except("kind")
        if have.any?
          left = outgoing.recipients.reject { have.include?(Core::Address.normalise(_1["email"])) }.group_by { _1["role"] }
          body = body.merge(%w[to cc bcc].to_h { |role| [role, left.fetch(role, []).map { _1["email"] }] })
        end
        draft = Store::Draft.create!(account: outgoing.account, message: outgoing.message, kind: outgoing.draft.fetch("kind"),
          body: body, created_at: now, updated_at: now)
        Store::Record.with_connection do |connection|
          connection.execute("INSERT INTO draft_files (draft_id, name, media_type, bytes, content) SELECT #{draft.id}, name, media_type, " \
            "bytes, content FROM outgoing_files WHERE outgoing_id = #{outgoing.id} ORDER BY id")
        end
        draft
      end
    end
  end
end
