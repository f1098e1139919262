# frozen_string_literal: true

module UpFront
  module Web
    module Routes
      # What mail does to the days, and the person's own measure of that.
      module Report
        def self.registered(app)
          app.get("/api/report") { json(report.to_h) }
          app.get("/api/report.csv") do
            page = report
            content_type "text/csv; charset=utf-8"
            attachment "report-#{params["from"]}-#{params["until"]}.csv"
            page.to_csv
          end
          app.put("/api/measure") { done Desk::Measure.new(clock).call(given) }
          app.helpers Helpers
        end

        # What these routes share.
        module Helpers
          def report
            first, last, from, upto = %w[from until against_from against_until].map { |name| params[name] && Date.iso8601(params[name]) }
            Pages::Report.new(rulebook, first, last, now, against: from && upto && (from..upto))
          rescue Date::Error
            halt_problem 400, "One of the dates is none. Give them as 2027-03-09."
          end
        end
      end
    end
  end
end
