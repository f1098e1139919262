# frozen_string_literal: true

module UpFront
  module Core
    # How loud a rulebook was: the alerts of some days by rule and loudness, and what became of them.
    class Loudness
      SOON_SECONDS = 300

      # @!attribute at [Time] @!attribute opened_at [Time, nil] when its message was opened
      Sounded = Struct.new(:rule, :level, :at, :opened_at, :silenced, keyword_init: true) do
        def soon? = opened_at && opened_at - at <= SOON_SECONDS
      end

      # @param alerts [Array<Sounded>] @param days [Integer] that are looked at
      def initialize(alerts, days)
        @alerts = alerts
        @days = days
      end

      # @return [Hash] a_day; rules, the loudest first, each with its level, counts and what was opened
      def to_h
        {days: @days, a_day: a_day(sounded), silenced: @alerts.size - sounded.size,
         levels: AlertEffect::LEVELS.to_h { |level| [level, a_day(sounded.select { _1.level == level })] },
         rules: @alerts.group_by { [_1.rule, _1.level] }.map { |(rule, level), alerts| of(rule, level, alerts) }
           .sort_by { [-_1[:count], _1[:rule].to_s] }}
      end

      private

      def sounded = @sounded ||= @alerts.reject(&:silenced)

      def of(rule, level, alerts)
        heard = alerts.reject(&:silenced)
        {rule: rule, level: level, count: heard.size, a_day: a_day(heard), soon: heard.count(&:soon?), opened: heard.count(&:opened_at),
         never: heard.count { _1.opened_at.nil? }, silenced: alerts.size - heard.size}
      end

      def a_day(alerts) = @days.zero? ? 0.0 : (alerts.size / @days.to_f).round(1)
    end
  end
end
