# frozen_string_literal: true

module UpFront
  module Core
    # When a view calls for being gone through: times of day on days of the week, in the owner's zone. Days off have none.
    class ReviewTimes
      MOST = 20 # more in a week than anybody goes through one view; bounds the search
      KEYS = %w[days at].freeze
      LOOKED_BACK_DAYS = 30 # a call longer ago than a month off work is none any more
      LOOKED_AHEAD_DAYS = 60

      Call = Struct.new(:days, :at) do
        def to_h = {"days" => days, "at" => Clockface.of(at)}
      end

      attr_reader :times

      # @param value [Array<Hash>] days and at, as {Plan}'s rounds have them @return [ReviewTimes, nil]
      def self.read(value, check)
        times = check.list(value) do |item, at|
          at.object(item, required: KEYS) or next
          days = item.key?("days") && WeekSpan.days(item["days"], at.at("days"))
          minutes = item.key?("at") && at.at("at").time(item["at"])
          Call.new(days, minutes).freeze if days && minutes
        end or return
        return check.refuse("at most #{MOST} review times", found: times.size.to_s) if times.size > MOST

        new(times)
      end

      def initialize(times)
        @times = times.freeze
        freeze
      end

      def any? = times.any?

      # @param plan [Plan] its zone and days off @return [Time, nil] the last call at or before an instant (UTC)
      def last(instant, plan)
        around(plan, plan.zone.date(instant).downto(plan.zone.date(instant) - LOOKED_BACK_DAYS)) do |calls|
          calls.select { _1 <= instant }.max
        end
      end

      # @return [Time, nil] the first call after an instant (UTC)
      def next(instant, plan)
        around(plan, plan.zone.date(instant).upto(plan.zone.date(instant) + LOOKED_AHEAD_DAYS)) do |calls|
          calls.select { _1 > instant }.min
        end
      end

      # @return [String] "Fridays at 15:00; every day at 09:00"
      def label = times.map { "#{Weekdays.say(_1.days)} at #{Clockface.of(_1.at)}" }.join("; ")

      def to_a = times.map(&:to_h)

      private

      def around(plan, dates)
        dates.each do |date|
          found = yield(calls(date, plan))
          return found if found
        end
        nil
      end

      def calls(date, plan)
        return [] if plan.days_off.include?(date)

        weekday = plan.zone.weekday(date)
        times.select { _1.days.include?(weekday) }.map { plan.zone.instant(date, _1.at) }
      end
    end
  end
end
