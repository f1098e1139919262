# frozen_string_literal: true

module UpFront
  module Store
    class Import < Record
      self.table_name = "imports"
    end
  end
end
