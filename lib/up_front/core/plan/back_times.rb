# frozen_string_literal: true

module UpFront
  module Core
    # Moments to which one puts a message off, by the names that people have for them. None but the person's own falls on a day off.
    class BackTimes
      EVENING = 18 * 60
      MORNING = 8 * 60
      HOURS = 2

      Choice = Struct.new(:label, :at, :note, keyword_init: true)

      # @param plan [Plan] of the owner, in the owner's zone @param now [Time] @param own [Array<Hash>] name, at, and weekday or days
      def initialize(plan, now, own: [])
        @plan = plan
        @zone = plan.zone
        @working = WorkingDays.new(plan)
        @now = now
        @own = own
        @time_format = TimeFormat.new(@zone, now)
      end

      # @return [Array<Hash>] label, moment in words, until in ISO 8601; only those to come
      def choices
        all = [round, evening, tomorrow, after_weekend, next_week, Choice.new(label: "in #{HOURS} hours", at: @now + HOURS * 3600)]
        all.compact.concat(@own.filter_map { own(_1) }).select { _1.at > @now }.map do |choice|
          {label: choice.label, moment: [@time_format.dated(choice.at), choice.note].compact.join(", "), until: choice.at.iso8601}
        end
      end

      private

      def today = @zone.date(@now)
      def day(days, minutes) = @zone.instant(today + days, minutes)
      def off?(date) = @working.off?(date)
      def morning(label, date) = date && Choice.new(label: label, at: @zone.instant(date, MORNING))

      def round = @plan.next_stop(@now + 1)&.then { |stop| Choice.new(label: "with the next round", at: stop.at) }
      def evening = day(0, EVENING).then { |at| (at > @now + 3600) ? Choice.new(label: "this evening", at: at) : nil }

      def tomorrow
        return morning("tomorrow morning", today + 1) unless off?(today + 1)

        morning("the next working day", @working.from(today + 2))
      end

      def after_weekend
        monday = next_weekday("mon")
        morning("after the weekend", @working.from(monday))
      end

      # The same day of the week a week on.
      def next_week = morning("next week", off?(today + 7) ? @working.from(today + 8) : today + 7)

      # The next such day after today.
      def next_weekday(name) = (today + 1..today + 7).find { @zone.weekday(_1) == name }

      # The person's own word stands on a day off too, and says so.
      def own(given)
        minutes = Check.new.time(given["at"]) or return
        date = given["weekday"] ? next_weekday(given["weekday"]) : today + given["days"].to_i
        date += 1 if @zone.instant(date, minutes) <= @now
        Choice.new(label: given["name"], at: @zone.instant(date, minutes), note: ("a day off" if off?(date)))
      end
    end
  end
end
