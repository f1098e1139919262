# frozen_string_literal: true

module UpFront
  module Web
    module Pages
      # What mail did to some days, against others where that is asked for.
      class Report
        # @param first [Date] @param last [Date] @param against [Range<Date>, nil]
        def initialize(rulebook, first, last, now, against: nil)
          @rulebook = rulebook
          @zone = rulebook.zone
          @time_format = Core::TimeFormat.new(@zone, now)
          @days = Desk::DaysReport.new(rulebook, first, last, now)
          @other = against && Desk::DaysReport.new(rulebook, against.begin, against.end, now)
          @measure = Desk::Measure.kept
          @now = now
        end

        def to_h
          text = text(@days)
          {from: @days.dates.begin.iso8601, until: @days.dates.end.iso8601, lead: text.lead, rest: text.rest, going_on: @days.going_on?,
           lines: text.lines.map { |what, much| {what: what.strip, much: much, part: what.start_with?(" ")} }, figures: figures(@days),
           hours: @days.report.to_h[:hours].map { |day, counts| {day: day, counts: counts} }, days: days, marks: marks,
           measured: measured, measure: @measure, against: @other && against, begins: begins}
        end

        # @return [String] a line a day (RFC 4180)
        def to_csv
          names = %w[date working_day messages straight_in interruptions longest_undisturbed_minutes alerts]
          days = @days.report.days.map do |day|
            [day[:date].iso8601, day[:working] ? 1 : 0, *day.values_at(:mail, :straight, :interruptions, :longest, :alerts)]
          end
          [names, *days].map { Post::TableLine.of(_1) }.join
        end

        private

        def text(days) = Core::ReportText.new(days.report, minutes: @measure["minutes"])

        def figures(days)
          figures = days.report.to_h
          figures.slice(:days, :working_days, :mail, :sent, :ways, :interruptions, :undisturbed, :alerts, :looks, :answers, :put_off)
            .merge(waits: figures[:waits].map { |priority, wait| {priority: priority, **wait} },
              stretches: figures[:stretches].map { |minutes, count| {minutes: minutes, count: count} },
              cost: figures[:interruptions] * @measure["minutes"])
        end

        def days
          @days.report.days.map { |day| day.merge(date: day[:date].iso8601, label: day[:date].strftime("%a %-d %b")) }
        end

        def marks
          @days.marks.map do |mark|
            {date: mark.date.iso8601, label: @time_format.day(mark.date), said: mark.said.first(MOST_SAID),
             more: [mark.said.size - MOST_SAID, 0].max, compared: compared(mark.compared)}
          end
        end

        MOST_SAID = 5

        def compared(answers)
          answers.map do |figure, answer|
            {figure: figure, title: Core::ReportText::FIGURES.fetch(figure), before: answer.before, after: answer.after,
             enough: answer.enough?,
             before_days: answer.before_days, after_days: answer.after_days, said: Core::ReportText.compared(answer)}
          end
        end

        def against
          {from: @other.dates.begin.iso8601, until: @other.dates.end.iso8601, lead: text(@other).lead, figures: figures(@other),
           compared: compared(@days.against(@other))}
        end

        def measured = Measured.rows(@rulebook, @now)

        # @return [String, nil] that mail does not go back so far
        def begins
          oldest = Store::Message.minimum(:arrived_at)&.to_time or return
          "Your mail here begins on #{@time_format.day(@zone.date(oldest))}." if @zone.date(oldest) > @days.dates.begin
        end
      end
    end
  end
end
