# frozen_string_literal: true

module UpFront
  module Store
    # The local date of a column of moments, by the offsets that the owner's zone had while mail came.
    module LocalDate
      module_function

      # @param column [String] of UTC moments @param zone [Core::Zone] @return [String] SQL for "2027-03-09"
      def sql(column, zone)
        first, last = Message.minimum(:arrived_at)&.to_time, Message.maximum(:arrived_at)&.to_time
        return "date(#{column})" unless first

        steps = zone.offsets(first, last)
        cases = steps.reverse.map do |from, seconds|
          "WHEN #{column} >= #{Message.with_connection { _1.quote(from.getutc) }} THEN date(#{column}, '#{seconds} seconds')"
        end
        "CASE #{cases.join(" ")} ELSE date(#{column}, '#{steps.first.last} seconds') END"
      end

      # Days at a month's end are few, and only they may be of another month than in UTC.
      # @return [String] SQL for "2027-03"
      def month_sql(column, zone)
        "CASE WHEN substr(#{column}, 9, 2) BETWEEN '02' AND '27' THEN substr(#{column}, 1, 7) ELSE substr(#{sql(column, zone)}, 1, 7) END"
      end
    end
  end
end
