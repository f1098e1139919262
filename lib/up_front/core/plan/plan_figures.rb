# frozen_string_literal: true

module UpFront
  module Core
    # What a plan does to a person's days: how much mail comes straight in, how often it interrupts, how long one is
    # left alone, and how long mail waits. Days are working days: Monday to Friday, days off excepted.
    class PlanFigures
      WORK = (9 * 60...17 * 60) # minutes after midnight in which an interruption counts and a stretch is undisturbed
      PRIORITIES = %w[top high normal low].freeze

      # @!attribute surface_at [Time, nil] @!attribute priority [String]
      Item = Struct.new(:arrived_at, :surface_at, :priority)

      # @param items [Array<Item>] in any order @param arrived [Array<Date>] the local date of each one's arrival
      # @param plan [Plan] for its zone and days off @param dates [Range<Date>] the days that are looked at
      def initialize(items, arrived, plan, dates)
        @zone = plan.zone
        @days = dates.select { _1.cwday <= 5 && !plan.days_off.include?(_1) }
        @working = @days.to_set
        @items = items.select.with_index { |_, index| @working.include?(arrived[index]) }
        @moments = moments(items)
      end

      # @return [Hash] counts a working day, minutes
      def to_h
        straight = @items.count { _1.surface_at == _1.arrived_at }
        never = @items.count { _1.surface_at.nil? }
        {mail: a_day(@items.size), straight: a_day(straight), waits: a_day(@items.size - straight - never), never: a_day(never),
         interruptions: a_day(@moments.each_value.sum(&:size)), undisturbed: undisturbed, wait: waits}
      end

      private

      def a_day(count) = @days.empty? ? 0.0 : (count.to_f / @days.size).round(1)

      # @return [Hash{Date=>Array<Integer>}] the minutes of the working day at which something surfaces
      def moments(items)
        found = Hash.new { |days, date| days[date] = Set.new }
        items.each do |item|
          next unless item.surface_at && @working.include?(date = @zone.date(item.surface_at))

          minute = @zone.minutes(item.surface_at)
          found[date] << minute if WORK.cover?(minute)
        end
        found.transform_values(&:sort)
      end

      # @return [Integer] minutes: the longest stretch of a working day with nothing coming in, as it is on the middle one of the days
      def undisturbed
        longest = @days.map { |date| [WORK.begin, *@moments.fetch(date, []), WORK.end].each_cons(2).map { |from, to| to - from }.max }
        middle(longest) || 0
      end

      # @return [Hash{String=>Hash}] by priority, how many surface, their usual and longest wait in minutes
      def waits
        came = @items.select(&:surface_at).group_by(&:priority)
        PRIORITIES.to_h do |priority|
          minutes = came.fetch(priority, []).map { ((_1.surface_at - _1.arrived_at) / 60).round }
          [priority, {count: minutes.size, usual: middle(minutes) || 0, longest: minutes.max || 0}]
        end
      end

      def middle(numbers) = numbers.sort[numbers.size / 2]
    end
  end
end
