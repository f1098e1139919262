# frozen_string_literal: true

module UpFront
  module Desk
    # That the person awaits an answer to what they sent, by a day: said, moved to another day, or no longer. From whom: those it went to.
    class Expect < Act
      MODEL = "Awaited" # of the undo step
      FURTHEST_DAYS = 366
      MOST_WORKING_DAYS = 60
      MOST_ASKED = 300 # characters of what was asked that are kept
      SOON_WORKING_DAYS = 3 # what is proposed

      class << self
        # @param given [Hash] "on" (a date), or "working_days" (so many) @param now [Time]
        # @return [Time] the end of that day in the owner's zone @raise [Impossible]
        def due_at(given, now)
          plan = Store::CurrentRulebook.rulebook.plan
          today = plan.zone.date(now)
          date = given["on"] ? day(given["on"], today) : Core::WorkingDays.new(plan).after(today, working_days(given["working_days"]))
          raise Act::Impossible.new("No working day is near; give a day.", pointer: "/on") unless date
          plan.zone.instant(date, 1440)
        end

        # @return [Date] by which day an answer is awaited: the one that ends then
        def day_of(due_at, zone) = zone.date(due_at - 1)

        # @param text [String] of what was sent @return [String] what it asks, as one looks for it in a list
        def asked(text) = Core::Asking.of(text).first(2).map(&:sentence).join(" ")[0, MOST_ASKED]

        private

        def day(text, today)
          GivenMoments.day(text, within: today..today + FURTHEST_DAYS, past: "That day is past; give a later one.",
            far: "That is more than a year away.")
        end

        def working_days(given)
          return given if given.is_a?(Integer) && given.between?(1, MOST_WORKING_DAYS)

          raise Act::Impossible.new("Give a day, or how many working days: 1 to #{MOST_WORKING_DAYS}.", pointer: "/working_days")
        end
      end

      # @param id [Integer] of a message that the person sent @param due_at [Time] @return [Done] @raise [Impossible]
      def call(id, due_at)
        transaction do
          message = Store::Message.find_by(id: id) or raise Impossible.gone("message")
          raise Impossible.new("You did not send that message: nobody owes you an answer to it.", status: 409) unless message.from_me

          people = Expect.asked_people(message)
          raise Impossible.new("It went to nobody but you.", status: 409) if people.empty?

          row = Store::Awaited.open.find_by(message_id: id)
          next move(row, due_at) if row

          row = Store::Awaited.create!(message: message, message_key: message.message_id, people: people.map { written(_1) },
            asked: Expect.asked(message.body), subject: message.subject, since: message.arrived_at, due_at: due_at)
          kept(row, {"state" => "dropped"}, "You await an answer to “#{title(row)}” #{by(due_at)}.")
        end
      end

      # @param id [Integer] of {Store::Awaited} @return [Done] @raise [Impossible]
      def later(id, due_at) = transaction { move(standing(id), due_at) }

      # @return [Done] @raise [Impossible]
      def drop(id)
        transaction do
          row = standing(id)
          row.update!(state: "dropped", over_at: now)
          kept(row, nil, "No answer to “#{title(row)}” is awaited any more.")
        end
      end

      # What was sent with the wish for an answer has gone. To be called in its transaction. @param outgoing [Store::Outgoing]
      def sent(outgoing)
        due_at = outgoing.draft&.dig("expect") or return
        due_at = Time.iso8601(due_at)
        return nudged(outgoing, due_at) if outgoing.kind == "hand" && outgoing.draft["kind"] == "nudge" && outgoing.message_id

        people = outgoing.recipients.select { _1["state"] == "taken" && _1["role"] != "bcc" }.map { _1.slice("email", "name") }
        return if people.empty?

        # Of several, some may have had it before.
        row = Store::Awaited.find_or_initialize_by(message_key: outgoing.message_key, state: "open")
        row.update!(people: people, asked: Expect.asked(outgoing.draft["text"].to_s), subject: outgoing.subject, since: row.since || now,
          due_at: due_at)
        event("awaited")
      end

      # What was sent is read: what awaits an answer to it knows it from now on. To be called when its copy is taken in.
      # @param key [String] its Message-ID
      def read(key, id)
        return unless key

        rows = Store::Awaited.where(message_id: nil, message_key: key)
        event("changed", ids: [id]) if rows.exists? && rows.update_all(message_id: id).positive?
      end

      # @return [Array<Core::Address>] to whom a message went, but for the owner
      def self.asked_people(message)
        own = Store::CurrentRulebook.rulebook.names.me
        (message.addresses("to") + message.addresses("cc")).reject { own.include?(_1) }.uniq(&:key)
      end

      private

      def standing(id)
        row = Store::Awaited.find_by(id: id) or raise Impossible.gone("expectation")
        return row if row.state == "open"

        raise Impossible.new("It is not awaited any more: #{(row.state == "answered") ? "an answer has come" : "you said so"}.",
          status: 409)
      end

      def move(row, due_at)
        row.update!(due_at: due_at)
        kept(row, nil, "You await an answer to “#{title(row)}” #{by(due_at)}.")
      end

      # @param before [Hash, nil] of what came to be, what undoing makes of it
      def kept(row, before, text)
        steps = before ? [{"key" => row.id, "before" => before, "after" => row.slice(*before.keys)}] : [trail(row)].compact
        event("awaited")
        event("changed", ids: [row.message_id]) if row.message_id
        Done.new(message: text, undo_id: (undo_step(text, MODEL => steps) if steps.any?), result: row)
      end

      def nudged(outgoing, due_at)
        row = Store::Awaited.open.find_by(message_id: outgoing.message_id) or return
        row.update!(due_at: due_at, nudged_at: now)
        event("awaited")
        event("changed", ids: [row.message_id])
      end

      def written(person) = {"email" => person.email, "name" => person.name}
      def title(row) = row.subject.strip.empty? ? "a message without a subject" : Core::Visible.line(row.subject)

      def by(due_at)
        zone = Store::CurrentRulebook.rulebook.zone
        "by #{Core::TimeFormat.new(zone, now).day(Expect.day_of(due_at, zone))}"
      end
    end
  end
end
