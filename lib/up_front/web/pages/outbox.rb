# frozen_string_literal: true

module UpFront
  module Web
    module Pages
      # What is being written, what stands in the outbox, and what has gone.
      class Outbox
        MOST_GONE = 200
        LOOKED_AT = 20 # recipients that are held against those one knows
        NAMES = 3 # recipients that are named

        STANDS = {"waiting" => "goes", "again" => "is tried again", "sending" => "is being handed over", "asks" => "waits for your word",
                  "refused" => "was not taken", "unsure" => "may have gone, or not", "sent" => "has gone",
                  "taken_back" => "was taken back"}.freeze
        ACTS = {"waiting" => %w[now take_back], "again" => %w[now take_back], "asks" => %w[now take_back], "refused" => %w[again take_back],
                "unsure" => %w[again went]}.freeze

        # @return [Integer] how many there are that a person may want to do something about
        def self.count = Store::Outgoing.open.count

        def initialize(rulebook, now)
          @time_format = Core::TimeFormat.new(rulebook.zone, now)
          @now = now
        end

        def to_h
          drafts = Store::Draft.where(dropped_at: nil).order(updated_at: :desc).limit(MOST_GONE).to_a
          open = Store::Outgoing.open.order(:goes_at, :id).limit(MOST_GONE).to_a
          gone = Store::Outgoing.where.not(state: Store::Outgoing::OPEN).order(over_at: :desc, id: :desc).limit(MOST_GONE).to_a
          {lead: lead(drafts), seconds: Desk::PutOut.seconds, drafts: drafts.map { draft_row(_1) }, open: open.map { row(_1) },
           gone: gone.map { row(_1) }}
        end

        # @param draft [Store::Draft] @return [Hash] whole, to be written on
        def self.draft(draft, rulebook)
          {id: draft.id, kind: draft.kind, version: draft.version, message: draft.message_id, account: draft.account.name,
           from: Desk::ChangeDraft.from(draft), own: Store::Account.order(:id).flat_map(&:addresses).uniq,
           body: draft.body.except("expect"), expect: expected(draft, rulebook), asks: asks(draft), warnings: warnings(draft, rulebook),
           files: draft.files.listed.map { {id: _1.id, name: _1.name, bytes: _1.bytes} }}
        end

        # @return [String] "“Fwd: Crate” to bo@b.example has gone 09:15."
        def went(outgoing)
          "“#{Core::Visible.line(outgoing.subject)}” to #{people(outgoing)} #{stands(outgoing)}: #{outgoing.why.sub(/\A./, &:downcase)}"
        end

        # @return [String, nil] the day by which an answer is expected, where that was said
        def self.expected(draft, rulebook)
          draft.body["expect"]&.then { Desk::Expect.day_of(Time.iso8601(_1), rulebook.zone).iso8601 }
        end

        # @return [Array<String>] what its own words ask of whom it goes to
        def self.asks(draft) = Core::Asking.of(draft.body["text"].to_s).first(2).map(&:reason)

        # What one should look at again before it goes.
        def self.warnings(draft, rulebook)
          people = %w[to cc bcc].flat_map { |role| Desk::GivenRecipients.read(draft.body[role] || [], "/#{role}", rulebook.document) }
          known = people.first(LOOKED_AT).flat_map { |person| Store::KnownPeople.near(person) }
          Core::LookTwice.new(known, rulebook.names.known_domains).of(people, draft.body["text"].to_s, draft.files.listed.size)
        rescue Core::Refused => refused
          refused.faults.map(&:message)
        end

        private

        def lead(drafts)
          open = Store::Outgoing.open.group(:state).count
          trouble = open.values_at("refused", "unsure", "asks").sum(&:to_i)
          total = open.values.sum
          return "#{counted(trouble)} #{(trouble == 1) ? "wants" : "want"} your word." if trouble.positive?
          return "#{counted(total)} #{(total == 1) ? "is" : "are"} to go." if total.positive?

          drafts.any? ? "Nothing waits to go." : "Nothing waits to go, and nothing is being written."
        end

        def counted(count) = Core::English.sentence(Core::English.count(count, "message"))

        def draft_row(draft)
          {id: draft.id, title: Desk::ChangeDraft.title(draft), to: draft.body["to"].map { called(_1) }.join(", "),
           written: @time_format.moment(draft.updated_at)}
        end

        # "Ana Ferro <ana@b.example>" is Ana Ferro, "group:Lenders" is one of Lenders.
        def called(text) = text.sub(Desk::GivenRecipients::NAMED) { $1.empty? ? $2 : $1 }.sub(/\Agroup:/, "one of ")

        def row(outgoing)
          {id: outgoing.id, subject: outgoing.subject.empty? ? "(no subject)" : Core::Visible.line(outgoing.subject), to: people(outgoing),
           why: outgoing.why, state: outgoing.state, stands: stands(outgoing), told: told(outgoing), message: message(outgoing),
           about: outgoing.message_id, acts: ACTS.fetch(outgoing.state, []), goes_at: (outgoing.goes_at&.iso8601 if waits?(outgoing))}
        end

        def waits?(outgoing) = %w[waiting again].include?(outgoing.state)

        def people(outgoing)
          shown = outgoing.recipients.map { Core::Address.shown(_1["name"], _1["email"]) }
          more = shown.size - NAMES
          Core::English.join(more.positive? ? [*shown.first(NAMES), "#{Core::English.thousands(more)} more"] : shown, "and")
        end

        def stands(outgoing)
          at = waits?(outgoing) ? outgoing.goes_at : outgoing.over_at
          return STANDS.fetch(outgoing.state) unless at
          return "goes at once" if waits?(outgoing) && at <= @now

          "#{STANDS.fetch(outgoing.state)} #{@time_format.moment(at)}"
        end

        # What the server said, and what that means; of each recipient where they differ.
        def told(outgoing)
          refused = outgoing.recipients.select { _1["said"] && _1["state"] != "taken" }
          return [said(outgoing.said)].compact if refused.empty?

          refused.map { |each| "#{each["email"]}: #{said(each["said"])}" }
        end

        def said(text)
          return unless text
          return text unless text.match?(/\A\d{3}[ -]/)

          "#{Core::ServerWords.plain(text)} The server said: #{text}"
        end

        def message(outgoing)
          return unless outgoing.state == "sent"

          Store::Message.where(message_id: [outgoing.message_key, outgoing.message_key.delete("<>")]).pick(:id)
        end
      end
    end
  end
end
