# frozen_string_literal: true

module UpFront
  module Core
    # The steps of a surfacing in English, as docs/rulebook.md has them: "covered by window Night", "round Morning at 08:00".
    class SurfacingText
      S = SurfacingSteps

      # @param zone [Zone] @param arrival [Time] times of its day are told without their date
      def initialize(zone, arrival)
        @zone = zone
        @day = zone.date(arrival)
      end

      # @param account [Array<Hash>] see {SurfacingSteps} @return [Array<String>]
      def say(account) = account.map { step(_1) }

      private

      def step(step)
        case step["step"]
        when S::WINDOW then "covered by window #{step["name"]}"
        when S::DAY_OFF then "covered by a day off"
        when S::UNCOVERED then "no window covers #{clock(step)}"
        when S::BY_RULE then by_rule(step)
        when S::ROUND then "round #{step["name"]} at #{clock(step)}"
        when S::WINDOW_ENDS then "window ends at #{clock(step)}"
        when S::HEADS_DOWN then "heads-down until #{clock(step)}"
        when S::PAUSED then "all rules were paused"
        when S::BREAKS_THROUGH then "breaks through heads-down"
        when S::NEVER then "#{(step["topic"] == "discard") ? "discarded" : "off the Front"} by rule #{step["rule"]}"
        else "no moment within #{Plan::HORIZON_DAYS} days"
        end
      end

      def by_rule(step)
        told = {"now" => "straight in", "next_round" => "next round", "round" => "that round"}.fetch(step["timing"]) do
          "until #{clock(step)}"
        end
        "#{told} by rule #{step["rule"]}"
      end

      # The time of day; with the date where it is another day than the arrival's.
      def clock(step)
        moment = Time.iso8601(step["at"])
        @zone.local(moment).strftime((@zone.date(moment) == @day) ? "%H:%M" : "%H:%M on %Y-%m-%d")
      end
    end
  end
end
