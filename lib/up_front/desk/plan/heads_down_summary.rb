# frozen_string_literal: true

module UpFront
  module Desk
    # One sentence on what came in while the person was heads-down.
    class HeadsDownSummary
      # @param heads_down [Store::HeadsDown] that is over
      def initialize(heads_down)
        @heads_down = heads_down
      end

      # @return [String] "While you were heads-down, six messages came, one of them high."
      def message
        came = Store::State.coming.where(surface_at: @heads_down.starts_at..@heads_down.ends_at)
          .claimed.group(Store::StateSQL::PRIORITY).count
        total = came.values.sum
        return "Nothing came while you were heads-down." if total.zero?

        loud = %w[top high].filter_map do |priority|
          "#{Core::English.among(came[priority], "them")} #{priority}" if came[priority]
        end
        "While you were heads-down, #{Core::English.count(total, "message")} came#{", #{Core::English.join(loud, "and")}" if loud.any?}."
      end
    end
  end
end
