# frozen_string_literal: true

module UpFront
  # The one place that asks what time it is. Everything else is handed a clock, or a time.
  module Clock
    # The machine's clock.
    class System
      # @return [Time] UTC
      def now = Time.now.utc
      def rate = 1.0
      def adjustable? = false
    end
  end
end
