# frozen_string_literal: true

module UpFront
  module Core
    # How long what arrives waits at most, by a plan and what a rule says of when: looked for at every moment of a year from which the
    # wait only falls, so that none is longer. Days off, meetings, trips and clock changes lie in that year as they are; weeks in which
    # there is nothing of the kind are all alike, and looked at once. Heads-down plays no part.
    class WorstWaits
      DAYS = 366
      DAY = 86_400 # seconds
      AFTER = 1 # second: who comes so much after a round has missed it

      # @!attribute arrival [Time] @!attribute surface_at [Time, nil] nil where it never comes in
      Wait = Struct.new(:arrival, :surface_at) do
        def seconds = surface_at ? surface_at - arrival : Float::INFINITY
      end

      # What a rule says of when, as {Surfacing} asks for it. @!attribute timing [Timing, nil] nil leaves it to the plan
      Asked = Struct.new(:timing) do
        def never_surfaces? = timing&.kind == "off_front"
        def breaks_through? = false
        def decided_by(_topic) = Named.new("")
        def [](_topic) = nil
      end
      Named = Struct.new(:name)
      private_constant :Asked, :Named

      # @return [Array<Date>] the first and the last of the days of arrival that are looked at
      attr_reader :dates

      # @param plan [Plan] @param from [Date] the first of the days
      # @param also [Array<Date>] from which on a week is looked at for itself, and one before
      def initialize(plan, from, also: [])
        @plan = plan
        @zone = plan.zone
        @dates = (from..from + DAYS - 1)
        @own = special_dates
        @also = also.flat_map { (_1 - 7..._1 + 7).to_a }.to_set
        @meetings = plan.busy.flat_map { [_1.from, _1.to] }.uniq.group_by { @zone.date(_1) }
        @waits = {}
      end

      # @param timing [Timing, nil] of a rule; nil: by the plan @param among [#call, nil] which arrivals count
      # @param minutes [Array<Integer>] more minutes of the day at which those that count may begin
      # @return [Array<Wait>] one for each moment that was looked at, the longest first
      def of(timing, minutes: [], among: nil)
        key = [timing&.to_h, minutes.uniq.sort]
        all = @waits[key] ||= each_date(timing, minutes).sort_by { -_1.seconds }.freeze
        among ? all.select { among.call(_1.arrival) } : all
      end

      # @param timing [Timing, nil] @param minutes [Array<Integer>] @param among [#call, nil] see {#of}
      # @return [Array<Array(Integer, Float)>] of a usual week, from Monday on: minute of the week, and how many seconds what arrives then
      #   waits, none where it does not count; infinity where it never comes. Up to the next of them it waits the less the later it comes
      def week(timing = nil, minutes: [], among: nil)
        mondays = @dates.select { _1.cwday == 1 }
        monday = mondays.find { |date| (date..date + 6).all? { plain?(_1, 8) } } || mondays.first
        (monday..monday + 6).flat_map.with_index do |date, day|
          moments(date, timing, minutes).sort.map do |at|
            [day * 1_440 + @zone.minutes(at), (among.nil? || among.call(at)) ? wait(at, timing).seconds : 0]
          end
        end
      end

      private

      # Days off, meetings, clock changes and changes of place.
      def special_dates
        around = (@dates.first - DAYS..@dates.last + DAYS)
        edges = @zone.edges(@zone.instant(around.first, 0), @zone.instant(around.last, 0)).map { @zone.date(_1) }
        busy = @plan.busy.flat_map { (@zone.date(_1.from)..@zone.date(_1.to)).to_a }
        (@plan.days_off.to_a + busy + edges).uniq.sort
      end

      def each_date(timing, minutes)
        alike = {} # by weekday, how many days on from the day of arrival decide it where nothing is special
        @dates.flat_map do |date|
          known = alike[date.cwday]
          next [] if known && plain?(date, known) && !@also.include?(date)

          waits = moments(date, timing, minutes).map { wait(_1, timing) }
          reach = reach(waits, timing)
          alike[date.cwday] ||= reach if reach && plain?(date, reach)
          waits
        end
      end

      # @return [Boolean] whether nothing special lies between a day before and so many days after
      def plain?(date, reach)
        index = @own.bsearch_index { _1 >= date - 2 }
        index.nil? || @own[index] > date + reach
      end

      def reach(waits, timing)
        longest = waits.map(&:seconds).max || 0
        own = (timing&.kind == "until") ? timing.value.to_h["days"].to_i : 0
        (longest == Float::INFINITY) ? nil : (longest / DAY).ceil + own + 2
      end

      # @return [Array<Time>] the moments of a day from which on, up to the next of them, the wait only falls
      def moments(date, timing, minutes)
        starts = [0, *minutes, *@plan.windows.flat_map { [_1.span.from, _1.span.to] }, *@plan.rounds.map(&:at), *own_minute(timing)].uniq
        at = starts.map { @zone.instant(date, _1) }
        day = @zone.instant(date, 0)...@zone.instant(date + 1, 0)
        at += @meetings.fetch(date, []) + @zone.edges(day.begin, day.end)
        at.flat_map { [_1, _1 + AFTER] }.select { day.cover?(_1) }.uniq
      end

      def own_minute(timing)
        at = timing.value.to_h["at"] if timing&.kind == "until"
        at ? [at[0, 2].to_i * 60 + at[3, 2].to_i] : []
      end

      def wait(arrival, timing)
        Wait.new(arrival, Surfacing.new(@plan, arrival, Asked.new(timing), nil).to_h[:surface_at])
      end
    end
  end
end
