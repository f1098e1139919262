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
      # @param ended [Array<Time>] moments at which the person ended a weekly one, for that time
      def initialize(ranges, weekly: [], zone: nil, ended: [])
        @ranges = ranges.freeze
        @weekly = weekly.freeze
        @ended = ended.freeze
        @zone = zone
        freeze
      end

      # @return [Range<Time>, nil] the stretch that covers an instant, the one that ends last where several do
      def covering(instant)
        (@ranges + weekly(instant)).select { _1.cover?(instant) }.max_by(&:end)
      end

      # @return [Array<Range<Time>>] the planned stretches near an instant, as they were, or will be
      def weekly(instant) = @weekly.flat_map { |span| span.around(instant, @zone) }.map { cut(_1) }

      # @return [Time] the first instant at or after it that no stretch covers
      def after(instant)
        MOST_IN_A_ROW.times do
          stretch = covering(instant) or return instant
          instant = stretch.end
        end
        instant
      end

      private

      def cut(stretch)
        early = @ended.select { stretch.cover?(_1) }.min
        early ? stretch.begin...early : stretch
      end
    end
  end
end
