# frozen_string_literal: true

module UpFront
  module Core
    # Moments to which one puts a message off, by the names that people have for them.
    class BackTimes
      EVENING = 18 * 60
      MORNING = 8 * 60
      HOURS = 2

      Choice = Struct.new(:label, :at, keyword_init: true)

      # @param zone [Zone] the owner's @param now [Time] @param own [Array<Hash>] name, at, and weekday or days
      def initialize(zone, now, own: [])
        @zone = zone
        @now = now
        @own = own
        @time_format = TimeFormat.new(zone, now)
      end

      # @return [Array<Hash>] label, moment in words, until in ISO 8601; only those to come
      def choices
        all = [evening, Choice.new(label: "tomorrow morning", at: day(1, MORNING)),
          Choice.new(label: "after the weekend", at: weekday("mon", MORNING)), Choice.new(label: "next week", at: next_week),
          Choice.new(label: "in #{HOURS} hours", at: @now + HOURS * 3600), *@own.map { own(_1) }].compact
        all.select { _1.at > @now }.map { {label: _1.label, moment: @time_format.moment(_1.at), until: _1.at.iso8601} }
      end

      private

      def today = @zone.date(@now)
      def day(days, minutes) = @zone.instant(today + days, minutes)
      def evening = day(0, EVENING).then { |at| (at > @now + 3600) ? Choice.new(label: "this evening", at: at) : nil }

      # The next such day after today.
      def weekday(name, minutes) = (today + 1..today + 7).find { @zone.weekday(_1) == name }.then { @zone.instant(_1, minutes) }

      # The same day of the week a week on.
      def next_week = day(7, MORNING)

      def own(given)
        minutes = Check.new.time(given["at"]) or return
        return Choice.new(label: given["name"], at: weekday(given["weekday"], minutes)) if given["weekday"]

        at = day(given["days"].to_i, minutes)
        Choice.new(label: given["name"], at: (at > @now) ? at : day(given["days"].to_i + 1, minutes))
      end
    end
  end
end
