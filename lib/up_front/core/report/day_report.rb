# frozen_string_literal: true

module UpFront
  module Core
    # What mail did to a stretch of days: how much came, when and how, how often it interrupted, how long one was left alone, what became of
    # alerts, how long mail waited, when it was looked at and answered.
    #
    # Days are local. A message counts on the day on which it arrived; an interruption on the day on which it came to the Front.
    # Interruptions and stretches are those of working days (Monday to Friday, days off excepted) from 09:00 to 17:00, as {PlanFigures} has
    # them: a minute in which something comes by itself is one interruption, however much comes. What one lets in by hand interrupts nobody.
    class DayReport
      WORK = PlanFigures::WORK
      PRIORITIES = PlanFigures::PRIORITIES
      WAYS = %w[straight round time hand].freeze
      LONG = [30, 60, 120].freeze # minutes: stretches that are worth counting
      AFTER_ROUND = 30 * 60 # seconds after a round in which an answer is written with it
      OPENED_SOON = 10 * 60 # seconds in which an alert was followed

      # A message. Times are seconds since 1970; see {Store::Traffic}.
      Row = Struct.new(:arrived_at, :comes_at, :way, :priority, :came, :opened_at, :answered_at, :put_offs, :mine, :kind)

      # An alert: when it was to sound, what silenced it, when it was opened.
      Alert = Struct.new(:at, :level, :silenced_by, :opened_at)

      attr_reader :dates

      # @param rows [Array<Row>] that arrived, or came, in these days, in any order @param alerts [Array<Alert>] of these days
      # @param dates [Range<Date>] @param zone [Zone] @param off [#call] whether a date is a day off
      # @param now [Time] what comes later has not happened
      def initialize(rows, alerts, dates:, zone:, off:, now:)
        @dates = dates
        @zone = zone
        @now = now.to_i
        @off = off
        @begins = zone.instant(dates.begin, 0).to_i
        @ends = zone.instant(dates.end + 1, 0).to_i
        @arrived = rows.select { |row| within?(row.arrived_at) && row.came != "quiet" }
        @came = rows.select { |row| row.comes_at && within?(row.comes_at) }
        @sent = rows.select { |row| row.mine && within?(row.arrived_at) }
        @answered = rows.select { |row| row.answered_at && within?(row.answered_at) }
        @alerts = alerts.select { within?(_1.at) }
      end

      # @return [Array<Date>] the working days among them that have begun
      def working = @working ||= dates.select { |date| working?(date) && @zone.instant(date, 0).to_i <= @now }

      # @return [Hash] counts, minutes and seconds as the names say
      def to_h
        {days: dates.count, working_days: working.size, mail: theirs.size, sent: @sent.size, ways: ways, hours: hours, kinds: kinds,
         interruptions: interruptions.values.sum, undisturbed: middle(longest.values) || 0, stretches: stretches, alerts: alerts,
         waits: waits,
         looks: looks, answers: answers, put_off: put_off}
      end

      # What is told of each working day, and compared. @return [Hash{String=>Hash{Date=>Integer}}]
      def by_day
        @by_day ||= {"mail" => tally(theirs.map { date(_1.arrived_at) }), "interruptions" => interruptions, "longest" => longest,
                     "alerts" => tally(sounded.map { date(_1.at) }), "straight" => tally(straight.map { date(_1.arrived_at) })}
      end

      # @return [Array<Hash>] each day: date, working, mail, interruptions and longest (nil where it is no working day), alerts, straight
      def days
        mail, straight = [theirs, self.straight].map { |rows| rows.map { date(_1.arrived_at) }.tally }
        alerts = sounded.map { date(_1.at) }.tally
        dates.map do |date|
          {date: date, working: working?(date), mail: mail.fetch(date, 0), interruptions: interruptions[date], longest: longest[date],
           alerts: alerts.fetch(date, 0), straight: straight.fetch(date, 0)}
        end
      end

      private

      def within?(at) = at >= @begins && at < @ends && at <= @now
      def working?(date) = date.cwday <= 5 && !@off.call(date)
      def date(at) = @zone.date(at)
      def middle(numbers) = numbers.empty? ? nil : numbers.sort[numbers.size / 2]

      # What others wrote; one's own note to oneself is no mail of others, though it may interrupt.
      def theirs = @theirs ||= @arrived.reject(&:mine)
      def straight = @straight ||= theirs.select { _1.way == "straight" }

      def tally(dates) = dates.tally.then { |counts| working.to_h { [_1, counts.fetch(_1, 0)] } }

      # @return [Hash{String=>Integer}] by way, with what waits, what never comes and what was brought in as history
      def ways
        found = theirs.select { |row| row.came == "arrived" }.group_by { |row| stands(row) }.transform_values(&:size)
        [*WAYS, "waits", "never"].to_h { [_1, found.fetch(_1, 0)] }.merge("history" => theirs.count { _1.came == "history" })
      end

      def stands(row)
        return "never" unless row.comes_at

        (row.comes_at > @now) ? "waits" : row.way
      end

      # @return [Hash{String=>Array<Integer>}] by weekday, messages that arrived in each of the 24 hours
      def hours
        found = Weekdays::ALL.to_h { [_1, Array.new(24, 0)] }
        theirs.each { |row| found[@zone.weekday(date(row.arrived_at))][@zone.minutes(row.arrived_at) / 60] += 1 }
        found
      end

      def kinds = theirs.map(&:kind).tally

      # @return [Hash{Date=>Array<Integer>}] the minutes of each working day at which something came by itself
      def moments
        @moments ||= begin
          found = working.to_h { [_1, Set.new] }
          @came.each do |row|
            next if row.way == "hand" || !found.key?(day = date(row.comes_at))

            minute = @zone.minutes(row.comes_at)
            found[day] << minute if WORK.cover?(minute)
          end
          found.transform_values(&:sort)
        end
      end

      def interruptions = @interruptions ||= moments.transform_values(&:size)

      # @return [Hash{Date=>Array<Integer>}] minutes of each stretch in which nothing came; of today as far as it goes
      def gaps
        @gaps ||= moments.to_h do |date, minutes|
          [date, [WORK.begin, *minutes, ends(date)].each_cons(2).map { |from, to| [to - from, 0].max }]
        end
      end

      def ends(date) = (date == date(@now)) ? @zone.minutes(@now).clamp(WORK.begin, WORK.end) : WORK.end
      def longest = @longest ||= gaps.transform_values(&:max)

      # @return [Hash{Integer=>Float}] how many stretches a working day were at least so many minutes long
      def stretches
        LONG.to_h { |minutes| [minutes, working.empty? ? 0.0 : gaps.values.flatten.count { _1 >= minutes }.fdiv(working.size).round(1)] }
      end

      def sounded = @sounded ||= @alerts.select { _1.silenced_by.nil? }

      def alerts
        opened = sounded.select(&:opened_at)
        soon = opened.count { _1.opened_at - _1.at <= OPENED_SOON }
        {shown: sounded.size, silenced: @alerts.size - sounded.size, soon: soon, later: opened.size - soon,
         never: sounded.size - opened.size,
         levels: sounded.map(&:level).tally}
      end

      # @return [Hash{String=>Hash}] by priority, of what arrived in these days and came by itself: how many, and minutes that they waited
      def waits
        came = theirs.select { |row| row.comes_at && row.comes_at <= @now && row.way != "hand" }.group_by(&:priority)
        PRIORITIES.to_h do |priority|
          minutes = came.fetch(priority, []).map { ((_1.comes_at - _1.arrived_at) / 60.0).round }
          [priority, {count: minutes.size, usual: middle(minutes) || 0, longest: minutes.max || 0}]
        end
      end

      # Of what came in these days: how many were opened, and after how many seconds from when they came.
      def looks
        came = @came.reject(&:mine)
        took = came.filter_map { |row| [row.opened_at - row.comes_at, 0].max if row.opened_at && row.opened_at <= @now }
        {of: came.size, count: took.size, usual: middle(took)}
      end

      # Of the messages that were answered in these days: after how many seconds from when they arrived, and how many within half an hour
      # of a round.
      def answers
        took = @answered.map { [_1.answered_at - _1.arrived_at, 0].max }
        with = @answered.count { |row|
          rounds.bsearch {
            _1 <= row.answered_at
          }.then { |round| round && row.answered_at - round <= AFTER_ROUND }
        }
        {count: took.size, usual: middle(took), with_rounds: with, else: took.size - with}
      end

      # @return [Array<Integer>] the moments at which rounds brought mail, the last first
      def rounds = @rounds ||= @came.select { _1.way == "round" }.map(&:comes_at).uniq.sort.reverse

      def put_off
        rows = theirs.select { _1.put_offs.positive? }
        {messages: rows.size, times: rows.sum(&:put_offs)}
      end
    end
  end
end
