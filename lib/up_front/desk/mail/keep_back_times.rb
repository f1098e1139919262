# frozen_string_literal: true

module UpFront
  module Desk
    # Keeps the person's own named times for putting off.
    class KeepBackTimes < Act
      # @param times [Array<Hash>] name, at, and weekday or days @return [Done] @raise [Core::Refused]
      def call(times)
        check = Core::Check.new([], "/times")
        times.each_with_index { |time, index| read(time, check.at(index)) }
        raise Core::Refused, check.faults if check.faults.any?

        transaction do
          Store::Setting["back_times"] = times
          event("changed", ids: [])
          Done.new(message: times.empty? ? "No named times of your own." : "Kept #{Core::English.count(times.size, "named time")}.")
        end
      end

      private

      def read(time, check)
        check.at("name").filled(time["name"])
        check.at("at").time(time["at"])
        check.at("weekday").one_of(time["weekday"], Core::Weekdays::ALL) if time.key?("weekday")
      end
    end
  end
end
