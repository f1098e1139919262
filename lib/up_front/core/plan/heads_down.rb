# frozen_string_literal: true

module UpFront
  module Core
    # The person's own "not now": stretches in which what would surface waits until they end. Those of today, and
    # those planned for every week.
    class HeadsDown
      MOST_IN_A_ROW = 400 # stretches that touch put off again; more than a year of days on end is none of a person's

      # @param range [Range<Time>, nil] half-open @return [HeadsDown]
      def self.of(range) = range.is_a?(HeadsDown) ? range : new([range].compact)

      # @param ranges [Array<Range<Time>>] half-open @param weekly [Array<WeekSpan>] @param zone [Zone, nil] of the weekly ones
      def initialize(ranges, weekly: [], zone: nil)
        @ranges = ranges.freeze
        @weekly = weekly.freeze
        @zone = zone
        freeze
      end

      # @return [Range<Time>, nil] the stretch that covers an instant, the one that ends last where several do
      def covering(instant)
        weekly = @weekly.flat_map { |span| span.around(instant, @zone) }
        (@ranges + weekly).select { _1.cover?(instant) }.max_by(&:end)
      end

      # @return [Time] the first instant at or after it that no stretch covers
      def after(instant)
        MOST_IN_A_ROW.times do
          stretch = covering(instant) or return instant
          instant = stretch.end
        end
        instant
      end
    end
  end
end
