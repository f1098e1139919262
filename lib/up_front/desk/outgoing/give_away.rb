# frozen_string_literal: true

module UpFront
  module Desk
    # Gives an away notice, and ends it, by hand or as its time is over; then it is told once what came meanwhile. Where the person wishes,
    # all mail is held until the return, as by heads-down.
    class GiveAway < Act
      # @param given [Hash] see {Away.read} @return [Done] @raise [Impossible, Core::Refused]
      def call(given)
        transaction do
          notice = Away.read(given, now)
          notice["from"] = Away.current(now)["from"] if Away.current(now) # it goes on
          Store::Setting[Away::KEY] = notice.merge("holds" => hold(notice))
          event("away")
          until_at = Core::TimeFormat.new(Store::CurrentRulebook.rulebook.zone, now).moment(Time.iso8601(notice["until"]))
          text = "An away notice goes out until #{until_at}#{", and all mail is held until then" if notice["hold"]}."
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

      # @return [Integer, nil] the heads-down by which mail is held
      def hold(notice)
        former = Away.kept&.fetch("holds", nil)
        let_go(former) unless notice["hold"]
        return unless notice["hold"]

        row = Store::HeadsDown.find_by(id: former, told_at: nil) || Store::HeadsDown.new
        row.update!(starts_at: Time.iso8601(notice["from"]), ends_at: Time.iso8601(notice["until"]), reason: "Away")
        DecideAnew.new(clock).call
        event("heads_down")
        row.id
      end

      def let_go(id)
        row = id && Store::HeadsDown.find_by(id: id)
        return if row.nil? || row.ends_at <= now

        row.update!(ends_at: [now, row.starts_at.to_time].max, starts_at: [now, row.starts_at.to_time].min)
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
