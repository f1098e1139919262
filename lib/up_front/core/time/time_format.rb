# frozen_string_literal: true

module UpFront
  module Core
    # Moments as a person says them, in the owner's zone: the nearer, the shorter. One serves one page: what is said of a
    # moment is remembered, since the messages of a round share theirs.
    class TimeFormat
      # @param zone [Zone] @param now [Time]
      def initialize(zone, now)
        @zone = zone
        @now = now
        @today = zone.date(now)
        @moments = {}
      end

      # "09:14" today, "Mon 15:00" within six days either way, "12 Feb 15:00", "12 Feb 2026" in another year
      def moment(instant) = instant && (@moments[instant.to_r] ||= say(instant).freeze)

      # "09:14" today, else with the day of the week and the date: "Tue 16 Mar 15:00", "Fri 1 Jan 2027 08:00" in another year
      def dated(instant)
        date = @zone.date(instant)
        form = "%a %-d %b#{" %Y" if date.year != @today.year} %H:%M"
        @zone.local(instant).strftime((date == @today) ? "%H:%M" : form)
      end

      # "Tuesday 9 March"
      def day(date) = date.strftime((date.year == @today.year) ? "%A %-d %B" : "%A %-d %B %Y")

      def today_or_day(date) = (date == @today) ? "Today" : day(date)

      # "1 h 04 min"; "2 days 3 h" beyond two days
      def span(instant) = TimeFormat.lasting(((instant - @now) / 60).ceil)

      # @param minutes [Integer]
      def self.lasting(minutes)
        return "moments" if minutes < 1
        return "#{minutes} min" if minutes < 60
        return format("%d h %02d min", *minutes.divmod(60)) if minutes < 48 * 60

        days, rest = minutes.divmod(24 * 60)
        "#{days} days #{rest / 60} h"
      end

      # "the 08:00 round", "the Mon 08:00 round"
      def round(instant) = "the #{moment(instant)} round"

      def today?(instant) = @zone.date(instant) == @today

      private

      def say(instant)
        here = @zone.local(instant)
        date = @zone.date(instant)
        return here.strftime("%H:%M") if date == @today
        return here.strftime("%a %H:%M") if (date - @today).abs <= 6

        (date.year == @today.year) ? here.strftime("%-d %b %H:%M") : here.strftime("%-d %b %Y")
      end
    end
  end
end
