# frozen_string_literal: true

module UpFront
  module Web
    module Pages
      # The person's own measure: where it stands today, and as it usually is.
      module Measured
        module_function

        # @return [Array<Hash>]
        def rows(rulebook, now) = Desk::OwnMeasure.at(rulebook, now).map { row(_1) }

        # @return [Hash, nil] what the Front shows in the evening, where that is wished and it is so late
        def on_front(rulebook, now)
          kept = Desk::Measure.kept
          return unless kept["front"] && kept["chosen"].any?

          hour, minute = kept["from"].split(":").map(&:to_i)
          return if rulebook.zone.minutes(now) < hour * 60 + minute

          rows = rows(rulebook, now).reject { _1[:today].nil? }
          {said: "#{rows.map { "#{_1[:title]}: #{_1[:said]}" }.join(". ")}.", rows: rows} if rows.any?
        end

        def row(of)
          {kind: of.kind, title: of.about.title, today: of.today, usual: of.usual, days: of.days.size, wished: of.wished,
           kept: (of.kept?(of.today) if of.wished && of.today), said: said(of)}
        end

        def said(of)
          today = of.today ? "#{written(of, of.today)} today" : "today is no working day"
          usual = of.usual ? ", usually #{written(of, of.usual)}" : ""
          wished = if of.wished
            " (you wish #{of.about.least ? "at least" : "at most"} #{written(of, of.wished)})"
          else
            ""
          end
          "#{today}#{usual}#{wished}"
        end

        def written(of, number) = (of.about.unit == "minutes") ? Core::ReportText.lasting(number) : number.to_s
        private_class_method :row, :said, :written
      end
    end
  end
end
