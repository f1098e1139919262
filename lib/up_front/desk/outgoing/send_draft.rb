# frozen_string_literal: true

module UpFront
  module Desk
    # Sends what was written: puts it into the outbox, from where it goes after a while or at a moment of the person's own.
    class SendDraft < Act
      MODEL = "Outgoing" # of the undo step: taken back by {TakeBack}
      WHY = {"new" => "You wrote it.", "reply" => "You answered.", "reply_all" => "You answered all.",
             "forward" => "You handed it on.", "nudge" => "You asked again."}.freeze

      SLACK = 60 # seconds that may have gone by since the moment was given

      # @param version [Integer] of the draft as it was read @param at [Time, nil] when it goes; after the usual while where nil
      # @param clear [Boolean] whether the message that is answered is cleared
      # @param expect [Time, nil] by when an answer is awaited once it has gone; nil: as the draft has it
      # @return [Done] with the {Store::Outgoing} as result @raise [Impossible, Core::Refused]
      def call(id, version:, at: nil, clear: false, expect: nil)
        transaction do
          draft = Store::Draft.find_by(id: id, dropped_at: nil) or raise Impossible.gone("draft")
          raise Impossible.new("It was changed in another page meanwhile. Look at it again.", status: 409) if version != draft.version

          PutOut.server!(draft.account)
          outgoing = put(draft, goes_at(at), expect)
          Clear.new(clock).call([draft.message_id]) if clear && draft.message_id
          draft.destroy!
          text = "“#{ChangeDraft.title(draft)}” goes #{goes(outgoing.goes_at)}."
          Done.new(message: text, undo_id: undo_step(text, MODEL => [{"key" => outgoing.id, "before" => {"state" => "none"},
                                                                      "after" => {"state" => "waiting"}}]), result: outgoing)
        end
      end

      private

      def goes_at(at)
        return now + PutOut.seconds unless at
        raise Impossible.new("That moment has passed. Choose a later one.", pointer: "/at") if at < now - SLACK
        raise Impossible.new("That is more than a year away.", pointer: "/at") if at > now + 366 * 86_400

        [at, now].max
      end

      def goes(at)
        return "at once" if at <= now
        return "in #{Core::English.count((at - now).round, "second")}" if at - now <= PutOut::MOST_SECONDS

        Core::TimeFormat.new(Store::CurrentRulebook.rulebook.zone, now).moment(at)
      end

      def put(draft, at, expect)
        people = recipients(draft)
        from = from(draft)
        message_key = Post::OutgoingLetter.message_id(from.domain)
        letter = letter(draft, people, from, message_key)
        outgoing = PutOut.new(clock).call(letter, message_key: message_key, people: people, sender: from.email,
          subject: draft.body["subject"].to_s.strip, why: WHY.fetch(draft.kind), at: at, account: draft.account, message: draft.message,
          draft: draft.body.merge("kind" => draft.kind, "expect" => expect&.iso8601 || draft.body["expect"]))
        Store::Record.with_connection do |connection|
          connection.execute("INSERT INTO outgoing_files (outgoing_id, name, media_type, bytes, content) SELECT #{outgoing.id}, name, " \
            "media_type, bytes, content FROM draft_files WHERE draft_id = #{draft.id} ORDER BY id")
        end
        outgoing
      rescue Post::OutgoingLetter::Unusable => unusable
        raise Impossible, unusable.message
      end

      def recipients(draft)
        document = Store::CurrentRulebook.document
        people = %w[to cc bcc].to_h { |role| [role, GivenRecipients.read(draft.body[role] || [], "/#{role}", document)] }
        raise Impossible.new("Say to whom it goes.", pointer: "/to") if people.values.all?(&:empty?)

        taken = Set.new
        people.transform_values { |those| those.select { taken.add?(_1.key) } }
      end

      def from(draft) = Core::Address.new(ChangeDraft.from(draft), Store::CurrentRulebook.rulebook.owner["name"])

      def letter(draft, people, from, message_key)
        rulebook = Store::CurrentRulebook.rulebook
        answered = draft.message && Core::Answer.new(draft.message.to_core, rulebook.names, nil)
        files = draft.files.map { Post::OutgoingLetter::File.new(name: _1.name, type: _1.media_type, content: _1.content) }
        Post::OutgoingLetter.new(from: from, to: people["to"], cc: people["cc"], subject: draft.body["subject"].to_s,
          text: draft.body["text"].to_s, message_id: message_key, at: rulebook.zone.local(now), files: files,
          references: answered ? answered.references : [], answers: draft.kind != "forward").to_s
      end
    end
  end
end
