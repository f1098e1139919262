# frozen_string_literal: true

module UpFront
  module CLI
    # What mail did to some days: to read, or as JSON.
    class Report
      USUAL_DAYS = 7

      # @param rulebook [Core::Rulebook] in force @param now [Time]
      def initialize(rulebook, now, json: false, out: $stdout)
        @rulebook = rulebook
        @now = now
        @json = json
        @out = out
      end

      # @param first [Date, nil] @param last [Date, nil]
      def call(first, last)
        last ||= @rulebook.zone.date(@now)
        days = Desk::DaysReport.new(@rulebook, first || last - USUAL_DAYS + 1, last, @now)
        @json ? @out.puts(JSON.generate(as_json(days))) : to_read(days)
      end

      private

      def to_read(days)
        text = Core::ReportText.new(days.report, minutes: Desk::Measure.kept["minutes"])
        @out.puts text.lead, text.rest, ""
        lines = text.lines
        width = lines.map { _1.first.size }.max + 2
        lines.each { |what, much| @out.puts "#{what.ljust(width)}#{much}" }
        days.marks.each do |mark|
          @out.puts "", "#{Core::English.day(mark.date)}: #{mark.said.join(" ")}"
          mark.compared.each { |figure, answer| @out.puts "  #{Core::ReportText::FIGURES.fetch(figure)}: #{Core::ReportText.compared(answer)}" }
        end
      end

      def as_json(days)
        {from: days.dates.begin.iso8601, until: days.dates.end.iso8601, going_on: days.going_on?, figures: days.report.to_h,
         days: days.report.days.map { _1.merge(date: _1[:date].iso8601) },
         marks: days.marks.map { |mark|
           {date: mark.date.iso8601, said: mark.said, compared: mark.compared.transform_values { _1.to_h.merge(enough: _1.enough?) }}
         }}
      end
    end
  end
end
