# frozen_string_literal: true

module UpFront
  module Core
    # When arrivals of a span of days surface by the plan alone, worked out once for each stretch between two changes
    # (a window begins or ends, a round runs) and looked up for each arrival: for thousands of them, while a plan is drawn.
    class Timeline
      INSTANT = Rational(1, 1_000_000) # the least by which two arrivals differ in the store

      # @param plan [Plan] @param first [Date] @param last [Date] the local days of the arrivals
      def initialize(plan, first, last)
        @plan = plan
        days = (first - 2..last + 1)
        stops = days.flat_map { |date| plan.stops_on(date).map(&:at) }
        edges = days.flat_map { |date| plan.stretches_on(date).flat_map { |_, span| [span.begin, span.end] } }
        @stops = stops.to_set
        @starts = (stops + edges).uniq.sort
        @moments = @starts.map { |start| moment(start + INSTANT) }
      end

      # @param arrival [Time] @return [Time, nil] as {Plan#moment} has it
      def at(arrival)
        after = @starts.bsearch_index { _1 > arrival } || @starts.size
        return @plan.moment(arrival).at if after.zero? || @stops.include?(arrival) # a round takes along what arrives as it runs

        moment = @moments[after - 1]
        (moment == :straight) ? arrival : moment
      end

      private

      def moment(arrival)
        found = @plan.moment(arrival)
        found.covering.empty? ? :straight : found.at
      end
    end
  end
end
