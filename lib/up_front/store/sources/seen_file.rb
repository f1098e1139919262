# frozen_string_literal: true

module UpFront
  module Store
    class SeenFile < Record
      self.table_name = "seen_files"
    end
  end
end
