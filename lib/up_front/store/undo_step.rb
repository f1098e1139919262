# frozen_string_literal: true

module UpFront
  module Store
    # What an act changed, so that it can be taken back: rows as they were before, by table and key.
    class UndoStep < Record
      self.table_name = "undo_steps"
    end
  end
end
