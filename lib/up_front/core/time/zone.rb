# frozen_string_literal: true

require "tzinfo"

module UpFront
  module Core
    # The owner's time zone. Local times that a clock change skips move forward to the first that exists;
    # times that it repeats mean the first. The machine's own zone plays no part: instants are UTC Times,
    # and local times are a Date with minutes after midnight.
    class Zone
      EPOCH = Date.new(1970)
      REMEMBERED_DATES = 4_000

      attr_reader :name

      def self.known?(name) = name.is_a?(String) && TZInfo::Timezone.all_identifiers.include?(name)

      # @param name [String] an IANA name @raise [TZInfo::InvalidTimezoneIdentifier]
      def initialize(name)
        @name = name.freeze
        @zone = TZInfo::Timezone.get(name)
        @dates = {}
      end

      # @return [Object] alike for zones that answer alike
      def key = name

      # @param instant [Time] @return [Time] the same instant with the zone's offset, for reading its parts
      def local(instant) = Time.at(instant, in: offset(instant.to_i))

      # Every message asks for its dates several times over, and making a Date costs more than the rest of it.
      # @return [Date]
      def date(instant)
        day = local_seconds(instant).div(86_400)
        @dates.clear if @dates.size > REMEMBERED_DATES
        @dates[day] ||= EPOCH + day
      end

      # @return [Integer] minutes after midnight, seconds dropped
      def minutes(instant) = local_seconds(instant).modulo(86_400).div(60)

      # @param instant [Time, Integer] @return [Integer] what the wall's clock shows, counted like seconds since 1970
      def local_seconds(instant) = instant.to_i.then { _1 + offset(_1) }

      # @param date [Date] @param minutes [Integer] 0 to 1440, 1440 being the next midnight
      # @return [Time] UTC
      def instant(date, minutes, seconds = 0)
        wall = Time.utc(date.year, date.month, date.day) + minutes * 60 + seconds
        @zone.local_to_utc(wall) { |periods| periods.first }
      rescue TZInfo::PeriodNotFound
        gap_end(wall)
      end

      # @return [Time] the same time of day so many calendar days later (UTC)
      def later(instant, days)
        return instant if days.zero?

        here = local(instant)
        instant(Date.new(here.year, here.month, here.day) + days, here.hour * 60 + here.min, here.sec + here.subsec)
      end

      def weekday(date) = Weekdays::ALL[date.cwday - 1]

      # @return [String] ISO 8601 with this zone's offset
      def iso(instant) = instant && local(instant).iso8601

      # @param first [Time] @param last [Time]
      # @return [Array<Array(Time, Integer)>] from which instant on which offset holds (seconds east of UTC), in order
      def offsets(first, last)
        steps = [first, *edges(first, last)].sort.map { [_1, offset(_1.to_i)] }
        steps.chunk_while { |one, other| one.last == other.last }.map(&:first)
      end

      # @return [Array<Time>] the instants between two at which the offset may change
      def edges(first, last) = @zone.transitions_up_to(last + 1, first).map { Time.at(_1.at.to_i).utc }

      private

      # The offset holds for months between two clock changes, so the last one found mostly serves again.
      # @param seconds [Integer] since 1970 @return [Integer] seconds east of UTC
      def offset(seconds)
        from, to, offset = @span
        return offset if from && seconds >= from && seconds < to

        period = @zone.period_for(Time.at(seconds).utc)
        from = period.start_transition&.at&.to_i || -Float::INFINITY
        to = period.end_transition&.at&.to_i || Float::INFINITY
        @span = [from, to, period.observed_utc_offset].freeze
        period.observed_utc_offset
      end

      def gap_end(wall)
        change = @zone.transitions_up_to(wall + 2 * 86_400, wall - 2 * 86_400).find do |transition|
          at = transition.at.to_time.to_i
          before, after = transition.previous_offset.observed_utc_offset, transition.offset.observed_utc_offset
          (at + before...at + after).cover?(wall.to_i)
        end
        Time.at(change.at.to_time.to_i).utc
      end
    end
  end
end
