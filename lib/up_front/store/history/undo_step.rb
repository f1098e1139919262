# frozen_string_literal: true

module UpFront
  module Store
    # What an act changed, so that it can be taken back: by model, each
    # record's key with the columns that changed, as they were before and after.
    class UndoStep < Record
      self.table_name = "undo_steps"
    end
  end
end
