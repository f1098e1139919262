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
        rules = @alerts.group_by { [_1.rule, _1.level] }.map { |(rule, level), alerts| of(rule, level, alerts) }
          .sort_by { [-_1[:count], _1[:rule].to_s] }
        shares = a_day(rules.map { _1[:count] })
        {days: @days, a_day: a_day([sounded.size]).first, silenced: @alerts.size - sounded.size,
         levels: AlertEffect::LEVELS.zip(a_day(AlertEffect::LEVELS.map { |level| sounded.count { _1.level == level } })).to_h,
         rules: rules.zip(shares).map { |row, share| row.merge(a_day: share) }}
      end

      private

      def sounded = @sounded ||= @alerts.reject(&:silenced)

      def of(rule, level, alerts)
        heard = alerts.reject(&:silenced)
        {rule: rule, level: level, count: heard.size, soon: heard.count(&:soon?), opened: heard.count(&:opened_at),
         never: heard.count { _1.opened_at.nil? }, silenced: alerts.size - heard.size}
      end

      # In tenths that add up to the tenths of all together: those that lose most by rounding down are rounded up.
      # @param counts [Array<Integer>] @return [Array<Float>]
      def a_day(counts)
        return counts.map { 0.0 } if @days.zero?

        exact = counts.map { _1 * 10.0 / @days }
        up = (counts.sum * 10.0 / @days).round - exact.sum(&:floor)
        raised = exact.each_index.max_by(up) { |place| [exact[place] % 1, -place] }
        exact.each_with_index.map { |tenths, place| (tenths.floor + (raised.include?(place) ? 1 : 0)) / 10.0 }
      end
    end
  end
end
