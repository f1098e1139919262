# frozen_string_literal: true

module UpFront
  module Store
    class Rulebook < Record
      self.table_name = "rulebooks"
    end
  end
end
