# frozen_string_literal: true

require "icalendar"
require "ice_cube"

module UpFront
  module Post
    # What a calendar's file (iCalendar, RFC 5545) tells of days off and of busy times: all-day events, and timed ones
    # that do not say they leave the time free. What cannot be read is told, and the rest is there all the same.
    class CalendarFile
      # The file is none; the message is for the person.
      class NoCalendar < StandardError; end

      MAX_BYTES = 5 * 1024 * 1024
      MOST_EVENTS = 5_000
      MOST_TURNS = 20_000 # of one recurrence, counted from its start: a daily one of fifty years
      MOST_FOUND = 2_000
      OFTEN = /FREQ=(?:SECONDLY|MINUTELY|HOURLY)/i

      # @!attribute days_off [Array<Hash>] from, until, name @!attribute busy [Array<Hash>] name, from, to
      # @!attribute problems [Array<String>] what was left out and why
      Found = Struct.new(:days_off, :busy, :problems, keyword_init: true)

      # @param bytes [String] @param zone [Core::Zone] the owner's, for times without a zone @raise [NoCalendar]
      def initialize(bytes, zone)
        raise NoCalendar, "The file is larger than 5 MB." if bytes.bytesize > MAX_BYTES

        text = Charset.utf8(bytes)
        raise NoCalendar, "The file is no calendar (one begins with BEGIN:VCALENDAR)." unless text.match?(/^BEGIN:VCALENDAR\s*$/i)

        @zone = zone
        @zones = {}
        @problems = []
        @events = parse(text)
      end

      # @param from [Date] @param until [Date] both inclusive @return [Found] what lies between them
      def read(from:, until:)
        @first, @last = from, binding.local_variable_get(:until)
        found = Found.new(days_off: [], busy: [], problems: @problems)
        @events.each { |event| take(event, found) }
        found.days_off.uniq!
        found.busy.uniq!
        found
      end

      private

      def parse(text)
        events = Icalendar::Calendar.parse(text).flat_map(&:events)
        @problems << "Only the first #{MOST_EVENTS} of #{events.size} events were read." if events.size > MOST_EVENTS
        events.first(MOST_EVENTS)
      rescue => error # the gem raises whatever a broken line leads to
        raise NoCalendar, "The calendar cannot be read: #{error.message[0, 120]}"
      end

      def take(event, found)
        return if event.dtstart.nil? || event.status.to_s.casecmp?("CANCELLED")

        whole_day?(event) ? take_days(event, found) : take_busy(event, found)
      rescue LeftOut => left_out
        @problems << "“#{title(event)}”: #{left_out.message}."
      end

      # One event that cannot be used.
      class LeftOut < StandardError; end

      def title(event) = event.summary.to_s.strip.then { _1.empty? ? "an event without a name" : _1[0, 80] }
      def whole_day?(event) = event.dtstart.is_a?(Icalendar::Values::Date)

      def take_days(event, found)
        start = event.dtstart.to_date
        length = event.dtend ? [(event.dtend.to_date - start).to_i, 1].max : 1
        raise LeftOut, "it lasts longer than a year" if length > Core::Plan::HORIZON_DAYS

        turns(event, Time.utc(start.year, start.month, start.day), length).each do |turn|
          first = turn.to_date
          found.days_off << {"from" => first.iso8601, "until" => (first + length - 1).iso8601, "name" => title(event)}
        end
      end

      def take_busy(event, found)
        return if event.transp.to_s.casecmp?("TRANSPARENT")

        zone = zone_of(event.dtstart)
        wall = wall(event.dtstart)
        seconds = seconds(event, zone)
        raise LeftOut, "it ends before it starts" unless seconds.positive?
        raise LeftOut, "it lasts longer than #{Core::Plan::BUSY_DAYS} days" if seconds > Core::Plan::BUSY_DAYS * 86_400

        turns(event, wall, 1 + seconds / 86_400).each do |turn|
          from = zone.instant(turn.to_date, turn.hour * 60 + turn.min, turn.sec)
          found.busy << {"name" => title(event), "from" => from.iso8601, "to" => (from + seconds).iso8601}
        end
      end

      def wall(moment) = Time.utc(moment.year, moment.month, moment.day, moment.hour, moment.min, moment.sec)

      # @return [Integer] how long it lasts
      def seconds(event, zone)
        return (instant(event.dtend) - instant(event.dtstart)).to_i if event.dtend
        return 0 unless event.duration

        event.duration.then { |given| ((given.weeks * 7 + given.days) * 24 + given.hours) * 3600 + given.minutes * 60 + given.seconds }
      end

      def instant(moment) = wall(moment).then { zone_of(moment).instant(_1.to_date, _1.hour * 60 + _1.min, _1.sec) }

      def zone_of(moment)
        name = Array(moment.ical_params["tzid"]).first.to_s
        return @zone if name.empty?

        @zones[name] ||= Core::Zone.known?(name) ? Core::Zone.new(name) : raise(LeftOut, "its time zone “#{name[0, 60]}” is not known")
      end

      # @param wall [Time] the start as the wall's clock shows it @param days [Integer] how long it lasts at most
      # @return [Array<Time>] the starts, likewise, of what touches the span that is read
      def turns(event, wall, days)
        return [wall].select { touches?(_1, days) } if event.rrule.empty? && event.rdate.empty?

        except = event.exdate.flatten.map { |given| wall(given.is_a?(Icalendar::Values::Date) ? given.to_date.to_time(:utc) : given) }
        (recurring(event, wall, days) + event.rdate.flatten.map { wall(_1) }).uniq.reject { except.include?(_1) }.select do
          touches?(_1, days)
        end
      end

      def touches?(wall, days) = wall.to_date + days >= @first && wall.to_date <= @last

      def recurring(event, wall, days)
        event.rrule.flat_map do |rule|
          text = rule.value_ical
          raise LeftOut, "it recurs more often than daily" if text.match?(OFTEN)

          schedule = IceCube::Schedule.new(wall)
          schedule.add_recurrence_rule(IceCube::Rule.from_ical(text))
          each_turn(schedule, days)
        rescue ArgumentError
          raise LeftOut, "its recurrence cannot be read"
        end
      end

      def each_turn(schedule, days)
        found = []
        schedule.to_enum(:each_occurrence).with_index do |turn, index|
          raise LeftOut, "its recurrence is longer than can be followed" if index >= MOST_TURNS || found.size >= MOST_FOUND
          break if turn.to_date > @last

          found << turn.to_time.utc if touches?(turn.to_time.utc, days)
        end
        found
      end
    end
  end
end
