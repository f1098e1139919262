# frozen_string_literal: true

module UpFront
  module Store
    # One record that an act changed: its model and key, with the columns that changed, as they were before and after.
    class UndoChange < Record
      self.table_name = "undo_changes"

      # @param record [Record] @return [Array<String>] the columns that are still as the act left them
      def untouched(record)
        after.select { |column, value| record.class.type_for_attribute(column).cast(value) == record[column] }.keys
      end
    end
  end
end
