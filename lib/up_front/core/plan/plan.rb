# frozen_string_literal: true

module UpFront
  module Core
    # The week's windows and rounds, with days off. Every answer is an instant (UTC Time).
    class Plan
      HORIZON_DAYS = 366 # beyond it nothing is looked for: a moment so far away is none
      DAY_OFF = "Day off"
      REMEMBERED_DAYS = 1_000
      BUSY_DAYS = 31 # a meeting is not longer

      Window = Struct.new(:name, :span) do
        def to_h = {"name" => name, "days" => span.days, "from" => Clockface.of(span.from), "to" => Clockface.of(span.to)}
      end
      Round = Struct.new(:name, :days, :at) do
        def to_h = {"name" => name, "days" => days, "at" => Clockface.of(at)}
      end
      Stop = Struct.new(:round, :at)
      # Days on which the whole day is a window and no round runs.
      # @!attribute publisher [String, nil] of the office's, which is no part of one's own plan
      Off = Struct.new(:first, :last, :name, :publisher) do
        def dates = (first..last).to_a
        def to_h = (name || first != last) ? {"from" => first.iso8601, "until" => last.iso8601, "name" => name}.compact : first.iso8601
      end
      # A stretch of one date that holds mail like a window: a meeting. @!attribute heads_down [Boolean, nil] whether what comes straight in
      #   waits for its end as well
      Busy = Struct.new(:name, :from, :to, :heads_down) do
        def to_h = {"name" => name, "from" => from.iso8601, "to" => to.iso8601, **(heads_down ? {"heads_down" => true} : {})}
        def span = from...to
      end
      # Planned heads-down, week by week.
      Quiet = Struct.new(:name, :span) do
        def to_h = {"name" => name, "days" => span.days, "from" => Clockface.of(span.from), "to" => Clockface.of(span.to)}
      end
      # When what arrives surfaces by the plan alone. @!attribute at [Time, nil] none within the horizon
      # @!attribute stop [Stop, nil] the round that it comes with @!attribute covering [Array<String>] windows at the arrival
      Moment = Struct.new(:at, :stop, :covering)

      attr_reader :windows, :rounds, :days_off, :offs, :busy, :quiet, :zone

      # @param offs [Array<Off>] @param busy [Array<Busy>] @param quiet [Array<Quiet>] planned heads-down
      def initialize(zone:, windows: [], rounds: [], offs: [], busy: [], quiet: [])
        @zone = zone
        @windows = windows.freeze
        @rounds = rounds.freeze
        @offs = offs.freeze
        @days_off = offs.flat_map(&:dates).to_set.freeze
        @busy = busy.freeze
        @quiet = quiet.freeze
        @busy_on = by_date(busy)
        @meetings = busy.select(&:heads_down).map(&:span).sort_by(&:begin).freeze
        @starting = {}
        @stops = {}
        @around = {}
        @merged = {}
        freeze
      end

      # @return [Moment] when mail that arrives at an instant surfaces by the plan alone: straight in, or with the first
      #   round or at the first instant that no window covers, whichever comes first
      def moment(arrival)
        covering = covered_by(arrival)
        return Moment.new(arrival, nil, covering) if covering.empty?

        stop = next_stop(arrival)
        opening = stop ? opening_before(arrival, stop.at) : uncovered_from(arrival)
        (stop && (opening.nil? || stop.at <= opening)) ? Moment.new(stop.at, stop, covering) : Moment.new(opening, nil, covering)
      end

      # @return [Boolean] whether what arrives at some time would never come in: no round runs, and no window ends, within the
      #   horizon; or the planned heads-down has no end
      def holds_for_ever?(from)
        (next_stop(from).nil? && uncovered_from(from).nil?) || heads_down.after(from) > from + HORIZON_DAYS * 86_400
      end

      # @param ranges [Array<Range<Time>>] of today @return [HeadsDown] with what is planned
      def heads_down(ranges = [], ended: [])
        HeadsDown.new(ranges, weekly: quiet.map(&:span), dated: @meetings, zone: zone, ended: ended)
      end

      # @return [Boolean] whether any heads-down is planned, week by week or over meetings
      def heads_down? = quiet.any? || @meetings.any?

      # @return [Array<String>] the windows that cover an instant, a day off among them
      def covered_by(instant)
        stretches_around(instant).select { |_, span| span.cover?(instant) }.map(&:first).uniq
      end

      # @param before [Time] where to stop looking
      # @return [Time, nil] the first instant at or after it that no window covers; windows that touch or
      #   overlap count as one. nil when there is none before that.
      def uncovered_from(instant, before: instant + HORIZON_DAYS * 86_400)
        at = instant
        while at <= before
          ending = stretches_around(at).map(&:last).select { _1.cover?(at) }.map(&:end).max or return at
          at = ending
        end
      end

      # The next run of any round, or of one of them, at or after an instant.
      # @param only [Round, nil] @return [Stop, nil]
      def next_stop(instant, only: nil)
        candidates = only ? [only] : rounds
        return if candidates.empty?

        first = zone.date(instant) - 1
        (first..first + HORIZON_DAYS + 2).each do |date|
          stop = stops_on(date, candidates).find { _1.at >= instant } or next
          return (stop.at <= instant + HORIZON_DAYS * 86_400) ? stop : nil
        end
        nil
      end

      # @return [Round, nil] of that name in this plan
      def round(name) = rounds.find { _1.name == name }

      # @return [Array<Stop>] a local day's rounds, in order of time; none on a day off
      def stops_on(date, among = rounds)
        all = remember(@stops, date) { stops(date) }
        among.equal?(rounds) ? all : all.select { among.include?(_1.round) }
      end

      # @return [Array<Array(String, Range)>] the named stretches that touch a local day
      def stretches_on(date)
        day = zone.instant(date, 0)...zone.instant(date + 1, 0)
        (date - 2..date + 1).flat_map { starting_on(_1) }.select { |_, span| span.begin < day.end && span.end > day.begin }
      end

      def to_h
        more = {"busy" => busy.map(&:to_h), "heads_down" => quiet.map(&:to_h)}.reject { |_, list| list.empty? }
        {"windows" => windows.map(&:to_h), "rounds" => rounds.map(&:to_h), "days_off" => offs.reject(&:publisher).map(&:to_h), **more}
      end

      private

      # A stretch lasts at most a day, and a clock change shifts it by less than another.
      def stretches_around(instant)
        date = zone.date(instant)
        remember(@around, date) { (date - 2..date + 1).flat_map { starting_on(_1) }.freeze }
      end

      def starting_on(date)
        remember(@starting, date) do
          named = windows.filter_map { |window| window.span.on(date, zone)&.then { [window.name, _1] } }
          named << [DAY_OFF, zone.instant(date, 0)...zone.instant(date + 1, 0)] if days_off.include?(date)
          named.concat(@busy_on.fetch(date, []))
          named.freeze
        end
      end

      # A busy stretch lies on each local day that it touches, cut at midnight.
      def by_date(busy)
        busy.each_with_object({}) do |stretch, days|
          (zone.date(stretch.from)..zone.date(stretch.to)).each do |date|
            from, to = [stretch.from, zone.instant(date, 0)].max, [stretch.to, zone.instant(date + 1, 0)].min
            (days[date] ||= []) << [stretch.name, from...to] if from < to
          end
        end.freeze
      end

      def stops(date)
        return [].freeze if days_off.include?(date)

        weekday = zone.weekday(date)
        rounds.select { _1.days.include?(weekday) }.map { Stop.new(_1, zone.instant(date, _1.at)).freeze }.sort_by(&:at).freeze
      end

      # As {uncovered_from}, over stretches that touch or overlap put together once a day.
      def opening_before(arrival, before)
        at = arrival
        while at <= before
          stretch = merged_around(at).find { _1.begin <= at && at < _1.end } or return at
          at = stretch.end
        end
      end

      def merged_around(instant)
        date = zone.date(instant)
        remember(@merged, date) do
          stretches_around(instant).map(&:last).sort_by(&:begin).each_with_object([]) do |span, merged|
            last = merged.last
            (last && span.begin <= last.end) ? merged[-1] = last.begin...[last.end, span.end].max : merged << span
          end.freeze
        end
      end

      # Every message of a day asks for the same stretches and stops, and resolving local times costs more
      # than all the rest of a decision.
      def remember(known, date)
        known.clear if known.size > REMEMBERED_DAYS
        known[date] ||= yield
      end
    end
  end
end
