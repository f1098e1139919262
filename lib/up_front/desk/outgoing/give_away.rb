# frozen_string_literal: true

module UpFront
  module Desk
    # Gives an away notice, and ends it, by hand or as its time is over; then it is told once what came meanwhile. Where the person wishes,
    # mail comes once a day meanwhile, or is held until the return, as by heads-down.
    class GiveAway < Act
      HELD = {"none" => "", "daily" => ", and mail comes once a day", "all" => ", and all mail is held until then"}.freeze

      # @param given [Hash] see {Away.read} @return [Done] @raise [Impossible, Core::Refused]
      def call(given)
        transaction do
          notice = Away.read(given, now)
          notice["from"] = Away.current(now)["from"] if Away.current(now) # it goes on
          Store::Setting[Away::KEY] = notice.merge("holds" => hold(notice))
          event("away")
          until_at = Core::TimeFormat.new(Store::CurrentRulebook.rulebook.zone, now).moment(Time.iso8601(notice["until"]))
          text = "An away notice goes out until #{until_at}#{HELD.fetch(notice["hold"])}."
          final_step(text, "The notice is ended where it is given.")
          Done.new(message: text)
        end
      end

      # @return [Done] @raise [Impossible]
      def end_now
        transaction do
          kept = Away.kept
          raise Impossible.new("No away notice is on.", status: 409) unless kept && Time.iso8601(kept["until"]) > now

          Store::Setting[Away::KEY] = kept.merge("until" => now.getutc.iso8601, "told" => true, "holds" => nil)
          let_go(kept["holds"])
          event("away")
          final_step("Ended the away notice.", "Give it anew where it is given.")
          Done.new(message: account(kept))
        end
      end

      # What came, once the notice is over by itself. To be called again and again.
      def over
        kept = Away.kept
        return if kept.nil? || kept["told"] || Time.iso8601(kept["until"]) > now

        transaction do
          Store::Setting[Away::KEY] = kept.merge("told" => true)
          event("away", message: account(kept))
        end
      end

      private

      GAP = 60 # seconds between two of a day each, in which what waits comes in
      private_constant :GAP

      # @return [Array<Integer>] the heads-downs by which mail is held
      def hold(notice)
        let_go(Away.kept&.fetch("holds", nil))
        rows = stretches(notice).map { |from, to| Store::HeadsDown.create!(starts_at: from, ends_at: to, reason: "Away") }
        anew if rows.any?
        rows.map(&:id)
      end

      # Of which mail waits for the end: of each day until its round, or of all the time.
      # @return [Array<Array(Time, Time)>]
      def stretches(notice)
        from, to = notice.values_at("from", "until").map { Time.iso8601(_1) }
        return [] if notice["hold"] == "none"
        return [[from, to]] if notice["hold"] == "all"

        zone = Store::CurrentRulebook.rulebook.zone
        minute = notice["round"][0, 2].to_i * 60 + notice["round"][3, 2].to_i
        rounds = (zone.date(from)..zone.date(to)).map { zone.instant(_1, minute) }.select { _1 > from && _1 < to }
        [from, *rounds.map { _1 + GAP }].zip([*rounds, to]).select { |begins, ends| begins < ends }
      end

      # @param ids [Array<Integer>, nil]
      def let_go(ids)
        rows = Store::HeadsDown.where(id: Array(ids)).where("ends_at > ?", now).to_a
        return if rows.empty?

        running, to_come = rows.partition { _1.starts_at <= now }
        to_come.each(&:destroy!)
        running.each { _1.update!(ends_at: now) }
        anew
      end

      def anew
        DecideAnew.new(clock).call
        event("heads_down")
      end

      # "You are back: 34 messages came while you were away, two of them top and five high; the notice went to 12 people."
      def account(kept)
        stretch = Time.iso8601(kept["from"])...[Time.iso8601(kept["until"]), now].min
        came = Store::State.where(came: "arrived", message_id: Store::Message.where(arrived_at: stretch).select(:id)).claimed
        by_priority = came.group(Store::StateSQL::PRIORITY).count
        loud = %w[top high].filter_map { |level| "#{Core::English.among(by_priority[level], "them")} #{level}" if by_priority[level] }
        had = Store::AutomaticAnswer.where(about: "away", at: stretch).distinct.count(:address)
        "You are back: #{Core::English.count(by_priority.values.sum, "message")} came while you were away" \
          "#{", #{Core::English.join(loud, "and")}" if loud.any?}; the notice went to #{Core::English.count(had, "person", "people")}."
      end
    end
  end
end
