# frozen_string_literal: true

module UpFront
  module Core
    # The days on which the owner works: Monday to Friday, without the plan's days off.
    class WorkingDays
      FURTHEST_DAYS = 60 # that a row of days off is followed

      # @param plan [Plan]
      def initialize(plan)
        @plan = plan
      end

      def off?(date) = @plan.days_off.include?(date)
      def include?(date) = Weekdays::WORKING.include?(@plan.zone.weekday(date)) && !off?(date)

      # @return [Date, nil] the first of them from a day on
      def from(date) = (date..date + FURTHEST_DAYS).find { include?(_1) }

      # @param count [Integer] at least 1 @return [Date, nil] the so many-th of them after a day
      def after(date, count) = count.times.inject(date) { |day, _| day && from(day + 1) }
    end
  end
end
