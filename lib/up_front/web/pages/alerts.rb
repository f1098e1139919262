# frozen_string_literal: true

module UpFront
  module Web
    module Pages
      # The journal of alerts, and how loud the rulebook was.
      class Alerts
        PAGE = 100
        DAYS = 28

        def initialize(rulebook, now)
          @rulebook = rulebook
          @now = now
          @time_format = Core::TimeFormat.new(rulebook.zone, now)
        end

        # @param before [Integer, nil] the cursor: only those entered before that one
        def journal(before: nil)
          alerts = Store::Alert.order(id: :desc).then { before ? _1.where(id: ...before) : _1 }.limit(PAGE + 1).to_a
          more = alerts.size > PAGE
          alerts = alerts.first(PAGE)
          days = alerts.group_by { @rulebook.zone.date(_1.at.to_time) }.map do |date, some|
            {title: @time_format.today_or_day(date), alerts: Alert.of(some, @time_format).map(&:to_h)}
          end
          {lead: lead, days: days, next_before: (alerts.last.id if more)}
        end

        def loudness
          first = Store::Alert.where("at > ?", since).minimum(:at)
          days = first ? [(@rulebook.zone.date(@now) - @rulebook.zone.date(first.to_time)).to_i + 1, DAYS].min : 0
          figures = Core::Loudness.new(Desk::SoundedAlerts.since(since, @rulebook), days).to_h
          rules = @rulebook.by_name
          figures.merge(lead: loud_lead(figures), rules: figures[:rules]
            .map { |row| row.merge(rule_id: rules[row[:rule]]&.id, quieter: quieter?(rules[row[:rule]], row[:level])) })
        end

        private

        def since = @now - DAYS * 86_400

        # Where the rule still is as loud as that.
        # The office's are not one's own to make quieter.
        def quieter?(rule, level)
          rule&.house.nil? && rule&.effects&.[]("alert").then { _1.is_a?(Hash) && _1["level"] == level }
        end

        def lead
          today = Store::Alert.where("at >= ?", @rulebook.zone.instant(@rulebook.zone.date(@now), 0))
          calling = Store::Alert.showing(@now).count
          if calling.positive?
            return "#{Core::English.sentence(Core::English.count(calling, "call-out"))} #{(calling == 1) ? "waits" : "wait"} for an answer."
          end

          count = today.where(silenced_by: nil).count
          count.zero? ? "No alert today." : "#{Core::English.sentence(Core::English.count(count, "alert"))} today, " \
            "#{Core::English.among(today.where.not(opened_at: nil).count, "them")} opened."
        end

        def loud_lead(figures)
          return "Nothing has alerted in the last four weeks." if figures[:rules].empty?

          "Your rules alert #{figures[:a_day]} times a day."
        end
      end
    end
  end
end
