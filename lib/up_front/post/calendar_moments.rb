# frozen_string_literal: true

require "icalendar"
require "icalendar/tzinfo"

module UpFront
  module Post
    # The moments of a calendar (iCalendar, RFC 5545, section 3.3.5) as instants, and back: a floating time, and one in a zone that nobody
    # knows, is taken as the owner's.
    class CalendarMoments
      attr_reader :problems

      # @param zone [Core::Zone, Core::Journey] the owner's
      def initialize(zone)
        @zone = zone
        @zones = {}
        @problems = []
      end

      # @return [Boolean] whether it is a day without a time
      def self.day?(value) = value.is_a?(Icalendar::Values::Date)

      # @param value [Icalendar::Values::DateTime] @return [Time] UTC
      def instant(value)
        wall = Time.utc(value.year, value.month, value.day, value.hour, value.min, value.sec)
        return wall - offset(value) if its_own?(value)

        zone(value).instant(wall.to_date, wall.hour * 60 + wall.min, wall.sec)
      end

      # @return [String, nil] the zone that it names, where that is a known one other than UTC; of a time that names none the owner's
      def name(value)
        return if CalendarMoments.day?(value)

        given = Array(value.ical_params["tzid"]).first.to_s
        return @zone.name if given.empty?

        given if Core::Zone.known?(given) && !%w[UTC Etc/UTC].include?(given)
      end

      # @param value [Icalendar::Values::DateTime, Icalendar::Values::Date, nil] @return [Time, Date, nil] an instant, or a day
      def of(value) = value && (CalendarMoments.day?(value) ? value.to_date : instant(value))

      # @param duration [#weeks, nil] (section 3.3.6) @return [Integer] seconds, below zero of one that goes back
      def self.seconds(duration)
        return 0 unless duration

        length = ((duration.weeks * 7 + duration.days) * 24 + duration.hours) * 3600 + duration.minutes * 60 + duration.seconds
        duration.past ? -length : length
      end

      # @param at [Time] @return [Icalendar::Values::DateTime] in UTC
      def self.stamp(at) = Icalendar::Values::DateTime.new(at.getutc, "tzid" => "UTC")

      # @return [#instant] the zone in which a value stands; one that nobody knows is the owner's, and told once
      def zone(value)
        given = Array(value.ical_params["tzid"]).first.to_s
        return @zone if given.empty?

        @zones[given] ||= Core::Zone.known?(given) ? Core::Zone.new(given) : unknown(given)
      end

      private

      # A zone that the calendar itself describes, or that the library knows by another name: it tells the offset then.
      def its_own?(value)
        given = Array(value.ical_params["tzid"]).first.to_s
        !given.empty? && !Core::Zone.known?(given) && !offset(value).zero?
      end

      # @return [Rational] seconds east of UTC
      def offset(value) = value.offset * 86_400

      def unknown(given)
        @problems << "The time zone “#{given[0, 60]}” is not known; its times were read as #{@zone.name}."
        @zone
      end
    end
  end
end
