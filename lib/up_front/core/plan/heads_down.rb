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
      # @param dated [Array<Range<Time>>] planned for a date each, in order: meetings, at most {Plan::BUSY_DAYS} long
      # @param ended [Array<Time>] moments at which the person ended a planned one, for that time
      def initialize(ranges, weekly: [], dated: [], zone: nil, ended: [])
        @ranges = ranges.freeze
        @weekly = weekly.freeze
        @dated = dated.freeze
        @ended = ended.freeze
        @zone = zone
        freeze
      end

      # @return [Range<Time>, nil] the stretch that covers an instant, the one that ends last where several do
      def covering(instant)
        (@ranges + planned(instant)).select { _1.cover?(instant) }.max_by(&:end)
      end

      # @return [Array<Range<Time>>] the planned stretches near an instant, as they were, or will be
      def planned(instant)
        (@weekly.flat_map { |span| span.around(instant, @zone) } + dated(instant)).map { cut(_1) }
      end

      NEAR = 2 * 86_400 # seconds
      LONGEST = Plan::BUSY_DAYS * 86_400
      private_constant :NEAR, :LONGEST

      # @return [Time] the first instant at or after it that no stretch covers
      def after(instant)
        MOST_IN_A_ROW.times do
          stretch = covering(instant) or return instant
          instant = stretch.end
        end
        instant
      end

      private

      def dated(instant)
        from = @dated.bsearch_index { _1.begin > instant - LONGEST - NEAR } or return []
        @dated.lazy.drop(from).take_while { _1.begin < instant + NEAR }.select { _1.end > instant - NEAR }.to_a
      end

      def cut(stretch)
        early = @ended.select { stretch.cover?(_1) }.min
        early ? stretch.begin...early : stretch
      end
    end
  end
end
