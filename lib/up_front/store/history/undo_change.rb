# frozen_string_literal: true

module UpFront
  module Store
    # One record that an act changed: its model and key, with the columns that changed, as they were before and after.
    class UndoChange < Record
      self.table_name = "undo_changes"
    end
  end
end
