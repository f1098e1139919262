# frozen_string_literal: true

module UpFront
  module Core
    # The days of the week, by the names that the rulebook's file has for them and by those of plain English.
    module Weekdays
      NAMES = {
        "mon" => "Monday", "tue" => "Tuesday", "wed" => "Wednesday", "thu" => "Thursday", "fri" => "Friday", "sat" => "Saturday",
        "sun" => "Sunday"
      }.freeze
      ALL = NAMES.keys.freeze
      WORKING = ALL.first(5).freeze
      WEEKEND = ALL.last(2).freeze

      module_function

      # @param days [Array<String>] of {ALL} @return [String] "every day", "working days", "Mondays and Fridays"
      def say(days)
        case days
        when ALL then "every day"
        when WORKING then "working days"
        when WEEKEND then "weekends"
        else English.join(days.map { "#{NAMES.fetch(_1)}s" }, "and")
        end
      end
    end
  end
end
