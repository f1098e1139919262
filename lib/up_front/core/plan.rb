# frozen_string_literal: true

module UpFront
  module Core
    # The week's windows and rounds, with days off. Every answer is an instant (UTC Time).
    class Plan
      HORIZON_DAYS = 366 # beyond it nothing is looked for: a moment so far away is none
      DAY_OFF = "Day off"
      REMEMBERED_DAYS = 1_000

      Window = Struct.new(:name, :span) do
        def to_h = {"name" => name, "days" => span.days, "from" => Clockface.of(span.from), "to" => Clockface.of(span.to)}
      end
      Round = Struct.new(:name, :days, :at) do
        def to_h = {"name" => name, "days" => days, "at" => Clockface.of(at)}
      end
      Stop = Struct.new(:round, :at)

      attr_reader :windows, :rounds, :days_off, :zone

      def initialize(zone:, windows: [], rounds: [], days_off: [])
        @zone = zone
        @windows = windows.freeze
        @rounds = rounds.freeze
        @days_off = days_off.to_set.freeze
        @starting = {}
        @stops = {}
        @around = {}
        freeze
      end

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
        {"windows" => windows.map(&:to_h), "rounds" => rounds.map(&:to_h), "days_off" => days_off.map(&:iso8601)}
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
          named.freeze
        end
      end

      def stops(date)
        return [].freeze if days_off.include?(date)

        weekday = zone.weekday(date)
        rounds.select { _1.days.include?(weekday) }.map { Stop.new(_1, zone.instant(date, _1.at)).freeze }.sort_by(&:at).freeze
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
