# frozen_string_literal: true

module UpFront
  module Core
    # A stretch of the week: days with a start and an end, half-open. An end at or before the start runs
    # past midnight; the day named is the one on which the stretch starts. Resolved to instants in the
    # owner's zone before anything is compared.
    class WeekSpan
      attr_reader :days, :from, :to

      KEYS = %w[days from to].freeze

      # @param from [Integer] minutes after midnight @param to [Integer] up to 1440
      def initialize(days, from, to)
        @days = days.freeze
        @from = from
        @to = to
        freeze
      end

      # @return [WeekSpan, nil]
      def self.read(value, check, extra: [])
        check.object(value, required: KEYS + extra) or return
        days = days(value["days"], check.at("days"))
        from = value.key?("from") && check.at("from").time(value["from"])
        to = value.key?("to") && check.at("to").time(value["to"], ending: true)
        new(days, from, to) if days && from && to
      end

      def self.days(value, check)
        check.list(value, empty: false) { |day, at| at.one_of(day, Weekdays::ALL) }&.uniq
      end

      # @return [Range, nil] the half-open instants of the stretch that starts on that date
      def on(date, zone)
        return unless days.include?(zone.weekday(date))

        start = zone.instant(date, from)
        ending = (to <= from) ? zone.instant(date + 1, to) : zone.instant(date, to)
        start...ending if start < ending
      end

      # The stretches that can touch an instant: a stretch lasts at most a day, and a clock change shifts
      # it by less than another.
      def around(instant, zone)
        today = zone.date(instant)
        (today - 2..today + 1).filter_map { on(_1, zone) }
      end

      def covers?(instant, zone) = around(instant, zone).any? { _1.cover?(instant) }
    end
  end
end
