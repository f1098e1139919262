# frozen_string_literal: true

module UpFront
  module Core
    # What a replay found, as docs/rulebook.md prints it: durations in ISO 8601, claims without their trace.
    module ReplayReport
      # @param figures [Hash] as {ReplayFigures#to_h} gives them @return [Hash]
      def self.figures(figures)
        {**figures, longest_undisturbed: Duration.of(figures[:longest_undisturbed]),
                    waits: figures[:waits].transform_values { |waits| waits.transform_values { Duration.of(_1) } }}
      end

      # @param difference [Replay::Difference] @param zones [Array(Zone, Zone)] of the two owners @return [Hash]
      def self.difference(difference, zones)
        a, b = [difference.a, difference.b].zip(zones).map { |claim, zone| ClaimReport.new(claim, zone).without_trace }
        {"message_id" => difference.a.message_id, "topics" => difference.topics, "a" => a, "b" => b}
      end
    end
  end
end
