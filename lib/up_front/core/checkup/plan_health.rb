# frozen_string_literal: true

module UpFront
  module Core
    # What of a plan does not do what a plan is for, though nothing of it is wrong: looked for in the days to come.
    class PlanHealth
      DAYS = 14 # to come, in which it is looked for
      LONG = 36 * 3_600 # seconds on working days; longer than that nobody expects to wait
      HOUR = 3_600

      # @param plan [Plan] @param today [Date]
      def initialize(plan, today)
        @plan = plan
        @zone = plan.zone
        @today = today
      end

      # @return [Array<Finding>]
      def to_a = [days_off_past, long_wait, *@plan.rounds.map { covered(_1) }].compact

      private

      def days_off_past
        past = @plan.offs.select { _1.last < @today }
        return if past.empty?

        days = (past.size == 1) ? English.day(past.first.first) : "#{past.size} of them, the last on #{English.day(past.map(&:last).max)}"
        finding("days_off_past", "Days off that are past stand in the plan: #{days}.")
      end

      # The longest of what the plan alone makes wait, counted on working days.
      def long_wait
        worst = arrivals.map { |arrival| [worked(arrival, @plan.moment(arrival).at), arrival] }.max_by(&:first)
        return if worst.first <= LONG

        at = @zone.local(worst.last)
        finding("long_wait", "What arrives on #{Weekdays::NAMES.fetch(@zone.weekday(at.to_date))} at #{at.strftime("%H:%M")} waits " \
          "#{worst.first.fdiv(HOUR).round} hours, not counting weekends and days off.")
      end

      def arrivals = (@today...@today + 7).flat_map { |date| (0...1_440).step(60).map { @zone.instant(date, _1) } }.uniq

      # Seconds of working days between two instants.
      def worked(from, to)
        return 0 unless to && to > from

        (@zone.date(from)..@zone.date(to)).sum do |date|
          next 0 if date.cwday > 5 || @plan.days_off.include?(date)

          ([to, @zone.instant(date + 1, 0)].min - [from, @zone.instant(date, 0)].max).clamp(0, nil)
        end
      end

      # A round that heads-down puts off each time.
      def covered(round)
        return unless @plan.heads_down?

        stops = (@today...@today + DAYS).flat_map { |date| @plan.stops_on(date, [round]) }
        heads_down = @plan.heads_down
        return if stops.empty? || stops.any? { heads_down.covering(_1.at).nil? }

        finding("round_covered", "The round #{round.name} always runs in planned heads-down: what it brings waits for the end of that.")
      end

      def finding(kind, said) = Finding.new(kind: kind, rules: [], where: "/plan", said: said)
    end
  end
end
