# frozen_string_literal: true

require "icalendar"
require "ice_cube"
require "set"
require "time"
require "timeout"

module UpFront
  module Post
    # What a calendar's file (iCalendar, RFC 5545) tells of days off and of busy times: all-day events, and timed ones
    # that do not say they leave the time free. What cannot be read is told, and the rest is there all the same.
    class CalendarFile
      # The file is none; the message is for the person.
      class NoCalendar < StandardError; end

      MAX_BYTES = 5 * 1024 * 1024
      MOST_EVENTS = 5_000
      MOST_FOUND = 2_000 # of one recurrence, in the span that is read
      MOST_TOLD = 50
      EVENT_SECONDS = 0.5 # for one recurrence: those that count from their start are followed from there
      CPU_SECONDS = 6 # for all of it
      OFTEN = /FREQ=(?:SECONDLY|MINUTELY|HOURLY)/i
      # Rules (RFC 5545, section 3.3.10) that the recurrence library passes over or takes for others: never a wrong set of days.
      NOT_FOLLOWED = {
        /BYWEEKNO=/i => "it recurs by the numbers of weeks", /BYDAY=[^;]*[+-]?\d\d+[A-Z]/i => "it recurs by a numbered weekday of the year",
        /BY(?:HOUR|MINUTE|SECOND)=/i => "it recurs at several times of a day", /FREQ=YEARLY(?!.*BYMONTH=).*BYDAY=[^;]*\d/i =>
          "it recurs by a numbered weekday of the year"
      }.freeze

      # @!attribute days_off [Array<Hash>] from, until, name @!attribute busy [Array<Hash>] name, from, to
      # @!attribute free [Array<Hash>] likewise, of events that say they leave the time free (TRANSP, section 3.8.2.7)
      # @!attribute problems [Array<String>] what was left out and why
      Found = Struct.new(:days_off, :busy, :free, :problems, keyword_init: true)

      # What lies between two dates, read apart from this process. @param bytes [String] @param zone [Core::Zone] the owner's
      # @return [Found] @raise [NoCalendar]
      def self.found(bytes, zone, **span)
        Apart.call(:calendar, bytes, zone, **span)
      rescue Apart::Exceeded
        raise NoCalendar, "The calendar takes too long to read. Export a shorter stretch of it, and give that."
      end

      # @param bytes [String] @param zone [Core::Zone] the owner's, for times without a zone @raise [NoCalendar]
      def initialize(bytes, zone)
        raise NoCalendar, "The file is larger than 5 MB." if bytes.bytesize > MAX_BYTES

        text = Charset.utf8(bytes)
        raise NoCalendar, "The file is no calendar (one begins with BEGIN:VCALENDAR)." unless text.match?(/^BEGIN:VCALENDAR\s*$/i)

        @moments = CalendarMoments.new(zone)
        @problems = @moments.problems
        @began = cpu_seconds
        @blocks = blocks(text)
      end

      # @param from [Date] @param until [Date] both inclusive @return [Found] what lies between them
      def read(from:, until:)
        @first, @last = from, binding.local_variable_get(:until)
        found = Found.new(days_off: [], busy: [], free: [], problems: @problems)
        @blocks.first(MOST_EVENTS).each_with_index do |block, index|
          break tell("Only the first #{index} of #{@blocks.size} events were read, since they take too long.") if spent?

          take_block(block, found)
        end
        found.days_off.uniq!
        [found.busy, found.free].each(&:uniq!)
        told(found)
      end

      private

      def cpu_seconds = Process.clock_gettime(Process::CLOCK_PROCESS_CPUTIME_ID)
      def spent? = cpu_seconds - @began > CPU_SECONDS

      def tell(problem) = @problems.push(problem).uniq!

      # Not more than a person would read.
      def told(found)
        more = @problems.size - MOST_TOLD
        found.problems = @problems.first(MOST_TOLD) + ((more > 0) ? ["And #{more} more."] : [])
        found
      end

      # Each event by itself, so that one that cannot be read leaves the others as they are.
      # @return [Array<String>] the lines of each
      def blocks(text)
        found = []
        open = nil
        text.each_line do |line|
          open = +"" if line.match?(/\ABEGIN:VEVENT\s*\z/i)
          open << line.chomp << "\r\n" if open
          next unless open && line.match?(/\AEND:VEVENT\s*\z/i)

          found << open
          open = nil
        end
        tell("An event does not end; it was left out.") if open
        tell("Only the first #{MOST_EVENTS} of #{found.size} events were read.") if found.size > MOST_EVENTS
        found
      end

      def take_block(block, found)
        event = parse(block)
        take(event, found) if event
      rescue LeftOut => left_out
        tell("“#{event ? title(event) : named(block)}”: #{left_out.message}.")
      rescue => error # the gems raise whatever a broken line leads to
        raise if error.is_a?(NoCalendar)

        tell("“#{named(block)}”: it cannot be read as an event.")
      end

      def parse(block) = Icalendar::Calendar.parse("BEGIN:VCALENDAR\r\nVERSION:2.0\r\n#{block}END:VCALENDAR\r\n").first&.events&.first

      # @return [String] the title of one that could not be parsed
      def named(block)
        block[/^SUMMARY[^:\r\n]*+:([^\r\n]*+)/i, 1].to_s.strip.then { _1.empty? ? "an event without a name" : _1[0, 80] }
      end

      def take(event, found)
        return if event.dtstart.nil? || event.status.to_s.casecmp?("CANCELLED")

        whole_day?(event) ? take_days(event, found) : take_busy(event, found)
      end

      # One event that cannot be used.
      class LeftOut < StandardError; end

      def title(event) = event.summary.to_s.strip.then { _1.empty? ? "an event without a name" : _1[0, 80] }
      def whole_day?(event) = whole?(event.dtstart)

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
        into = event.transp.to_s.casecmp?("TRANSPARENT") ? found.free : found.busy
        zone = @moments.zone(event.dtstart)
        wall = wall(event.dtstart)
        seconds = seconds(event)
        raise LeftOut, "it ends before it starts" unless seconds.positive?
        raise LeftOut, "it lasts longer than #{Core::Plan::BUSY_DAYS} days" if seconds > Core::Plan::BUSY_DAYS * 86_400

        turns(event, wall, 1 + seconds / 86_400).each do |turn|
          from = zone.instant(turn.to_date, turn.hour * 60 + turn.min, turn.sec)
          into << {"name" => title(event), "from" => from.iso8601, "to" => (from + seconds).iso8601}
        end
      end

      def wall(moment) = Time.utc(moment.year, moment.month, moment.day, moment.hour, moment.min, moment.sec)

      # @return [Integer] how long it lasts
      def seconds(event)
        event.dtend ? (@moments.instant(event.dtend) - @moments.instant(event.dtstart)).to_i : CalendarMoments.seconds(event.duration)
      end

      # @param wall [Time] the start as the wall's clock shows it @param days [Integer] how long it lasts at most
      # @return [Array<Time>] the starts, likewise, of what touches the span that is read
      def turns(event, wall, days)
        raise LeftOut, "its EXRULE, which takes turns out by a rule, is not followed" if event.custom_property("exrule").any?
        return [wall].select { touches?(_1, days) } if event.rrule.empty? && event.rdate.empty?

        dates, moments = event.exdate.flatten.partition { whole?(_1) }
        dates = dates.to_set(&:to_date)
        moments = moments.to_set { wall(_1) }
        (recurring(event, wall, days) + event.rdate.flatten.map { whole?(_1) ? on(_1, wall) : wall(_1) }).uniq.select do |turn|
          touches?(turn, days) && !moments.include?(turn) && !dates.include?(turn.to_date)
        end
      end

      def whole?(moment) = CalendarMoments.day?(moment)
      def on(date, wall) = date.to_date.then { Time.utc(_1.year, _1.month, _1.day, wall.hour, wall.min, wall.sec) }

      def touches?(wall, days) = wall.to_date + days >= @first && wall.to_date <= @last

      def recurring(event, wall, days)
        event.rrule.flat_map do |rule|
          text = rule.value_ical
          raise LeftOut, "it recurs more often than daily" if text.match?(OFTEN)
          NOT_FOLLOWED.each { |rule, why| raise LeftOut, "#{why}, which is not followed" if text.match?(rule) }

          schedule = IceCube::Schedule.new(wall)
          schedule.add_recurrence_rule(IceCube::Rule.from_ical(ending_on_the_wall(text, event)))
          each_turn(schedule, days)
        rescue ArgumentError
          raise LeftOut, "its recurrence cannot be read"
        end
      end

      # An end in UTC, as the wall's clock of the event shows it.
      def ending_on_the_wall(text, event)
        return text if whole_day?(event)

        text.sub(/UNTIL=(\d{8}T\d{6})Z/i) do
          "UNTIL=#{@moments.zone(event.dtstart).local(Time.strptime("#{$1}Z", "%Y%m%dT%H%M%SZ").utc).strftime("%Y%m%dT%H%M%S")}Z"
        end
      end

      # Between bounds that the library knows: without its last day, a rule that never comes true (30 February) is looked for
      # for ever; from its first day, one without a number of turns need not be followed from its start.
      def each_turn(schedule, days)
        from, last = [@first - days, @last + 1].map { Time.utc(_1.year, _1.month, _1.day) }
        Timeout.timeout(EVENT_SECONDS, LeftOut, "its recurrence takes too long to follow") do
          found = schedule.occurrences_between(from, last).map { _1.to_time.utc }
          raise LeftOut, "it recurs more than #{MOST_FOUND} times" if found.size > MOST_FOUND

          found
        end
      end
    end
  end
end
