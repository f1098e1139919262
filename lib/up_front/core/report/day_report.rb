# frozen_string_literal: true

module UpFront
  module Core
    # What mail did to a stretch of days: how much came, when and how, how often it interrupted, how long one was left alone, what became of
    # alerts, how long mail waited, when it was looked at and answered.
    #
    # Interruptions and stretches are those of working days (Monday to Friday, days off excepted) from 09:00 to 17:00, as {PlanFigures} has
    # them: a minute in which something comes by itself is one interruption, however much comes.
    class DayReport
      WORK = PlanFigures::WORK
      PRIORITIES = PlanFigures::PRIORITIES
      WAYS = %w[straight round time hand].freeze
      LONG = [30, 60, 120].freeze # minutes: stretches that are worth counting
      OPENED_SOON = 10 * 60 # seconds in which an alert was followed

      # An alert: when it was to sound, what silenced it, when it was opened.
      Alert = Struct.new(:at, :level, :silenced_by, :opened_at)

      # @param digests [Array<DayDigest>] of these days @param alerts [Array<Alert>] of these days
      # @param zone [Zone] @param off [#call] whether a date is a day off @param now [Time]
      def initialize(digests, alerts, zone:, off:, now:)
        @digests = digests.to_h { [_1.date, _1] }
        @alerts = alerts
        @zone = zone
        @off = off
        @now = now
      end

      # @return [Range<Date>]
      def dates = (@digests.each_key.first..@digests.keys.last)

      # @return [Array<Date>] the working days among them
      def working = @working ||= dates.select { working?(_1) }

      # @return [Hash] counts, minutes and seconds as the names say
      def to_h = @to_h ||= figures.freeze

      # What is told of each working day, and compared. @return [Hash{String=>Hash{Date=>Integer}}]
      def by_day
        @by_day ||= {"mail" => each_day(&:mail), "interruptions" => interruptions, "longest" => longest, "alerts" => alerts_by_day,
                     "straight" => each_day(&:straight)}
      end

      # @return [Array<Hash>] each day: date, working, mail, interruptions and longest (nil where it is no working day), alerts, straight
      def days
        shown = sounded.map { @zone.date(_1.at) }.tally
        @digests.map do |date, digest|
          {date: date, working: working?(date), mail: digest.mail, interruptions: interruptions[date], longest: longest[date],
           alerts: shown.fetch(date, 0), straight: digest.straight}
        end
      end

      private

      def figures
        {days: @digests.size, working_days: working.size, mail: total(&:mail), sent: total(&:sent), ways: ways, hours: hours,
         kinds: together(&:kinds), interruptions: interruptions.values.sum, undisturbed: middle(longest.values) || 0, stretches: stretches,
         alerts: alerts, waits: waits, looks: looks, answers: answers, put_off: {messages: total(&:put_off), times: total(&:put_offs)}}
      end

      def all = @digests.values
      def total(&) = all.sum(&)
      def each_day = working.to_h { |date| [date, yield(@digests.fetch(date))] }
      def working?(date) = date.cwday <= 5 && !@off.call(date)
      def middle(numbers) = numbers.empty? ? nil : numbers.sort[numbers.size / 2]

      # Tallies of all days as one.
      def together(&) = all.map(&).reduce({}) { |one, other| one.merge(other) { |_, a, b| a + b } }

      def ways = [*WAYS, "waits", "never", "history"].to_h { [_1, 0] }.merge(together(&:ways))

      # @return [Hash{String=>Array<Integer>}] by weekday, messages that arrived in each of the 24 hours
      def hours
        found = Weekdays::ALL.to_h { [_1, Array.new(24, 0)] }
        @digests.each { |date, digest| digest.hours.each_with_index { |count, hour| found[@zone.weekday(date)][hour] += count } }
        found
      end

      # @return [Hash{Date=>Array<Integer>}] the minutes of each working day in which something came by itself
      def moments = @moments ||= each_day { |digest| digest.minutes.select { WORK.cover?(_1) } }
      def interruptions = @interruptions ||= moments.transform_values(&:size)

      # @return [Hash{Date=>Array<Integer>}] minutes of each stretch in which nothing came; of today as far as it goes
      def gaps
        @gaps ||= moments.to_h do |date, minutes|
          [date, [WORK.begin, *minutes, ends(date)].each_cons(2).map { |from, to| [to - from, 0].max }]
        end
      end

      def ends(date) = (date == @zone.date(@now)) ? @zone.minutes(@now).clamp(WORK.begin, WORK.end) : WORK.end
      def longest = @longest ||= gaps.transform_values(&:max)

      # @return [Hash{Integer=>Float}] how many stretches a working day were at least so many minutes long
      def stretches
        LONG.to_h { |minutes| [minutes, working.empty? ? 0.0 : gaps.values.flatten.count { _1 >= minutes }.fdiv(working.size).round(1)] }
      end

      def sounded = @sounded ||= @alerts.select { _1.silenced_by.nil? }

      def alerts_by_day
        shown = sounded.map { @zone.date(_1.at) }.tally
        each_day { |digest| shown.fetch(digest.date, 0) }
      end

      def alerts
        opened = sounded.select(&:opened_at)
        soon = opened.count { _1.opened_at - _1.at <= OPENED_SOON }
        {shown: sounded.size, silenced: @alerts.size - sounded.size, soon: soon, later: opened.size - soon,
         never: sounded.size - opened.size, levels: sounded.map(&:level).tally}
      end

      # @return [Hash{String=>Hash}] by priority, of what arrived in these days and came by itself: how many, and minutes that they waited
      def waits
        minutes = together(&:waits)
        PRIORITIES.to_h do |priority|
          of = minutes.fetch(priority, [])
          [priority, {count: of.size, usual: middle(of) || 0, longest: of.max || 0}]
        end
      end

      # Of what came in these days: how many were opened, and after how many seconds from when they came.
      def looks = all.flat_map(&:looks).then { |took| {of: total(&:came), count: took.size, usual: middle(took)} }

      # Of the messages that were answered in these days: after how many seconds from when they arrived, and how many with a round.
      def answers
        took = all.flat_map(&:answers)
        with = total(&:with_rounds)
        {count: took.size, usual: middle(took), with_rounds: with, else: took.size - with}
      end
    end
  end
end
