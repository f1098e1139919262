# frozen_string_literal: true

module UpFront
  module Web
    module Pages
      # The days of one week as the plan does not repeat them: their dates, days off, the meetings and the person's own heads-down on them.
      class WeekDays
        def initialize(rulebook, now)
          @rulebook = rulebook
          @now = now
          @zone = rulebook.zone
          @today = @zone.date(now)
        end

        # @param date [Date] any of the week's @return [Array<Hash>] from Monday on
        def of(date = @today)
          monday = date - (date.cwday - 1)
          (monday..monday + 6).map { day(_1) }
        end

        private

        def day(date)
          {day: @zone.weekday(date), label: date.strftime("%a"), number: date.day, month: date.strftime("%b"), date: date.iso8601,
           today: date == @today, day_off: @rulebook.plan.days_off.include?(date), marks: marks(date)}
        end

        # @return [Array<Hash>] what lies on a day: kind, name, from and to in minutes after midnight
        def marks(date)
          span = @zone.instant(date, 0)...@zone.instant(date + 1, 0)
          (meetings + own).select { |mark| mark[:span].begin < span.end && mark[:span].end > span.begin }.map do |mark|
            {kind: mark[:kind], name: mark[:name], from: (mark[:span].begin <= span.begin) ? 0 : @zone.minutes(mark[:span].begin),
             to: (mark[:span].end >= span.end) ? 1440 : @zone.minutes(mark[:span].end)}
          end
        end

        def meetings
          @meetings ||= @rulebook.plan.busy.map { {kind: _1.heads_down ? "quiet_meeting" : "meeting", name: _1.name, span: _1.span} }
        end

        def own
          @own ||= Store::HeadsDown.where("ends_at > starts_at").where("ends_at > ?", @now - Store::HeadsDown::LOOKED_BACK).map do |row|
            {kind: "heads_down", name: row.reason || "Heads-down", span: row.starts_at.to_time...row.ends_at.to_time}
          end
        end
      end
    end
  end
end
