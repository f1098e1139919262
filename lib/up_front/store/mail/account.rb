# frozen_string_literal: true

module UpFront
  module Store
    class Account < Record
      self.table_name = "accounts"
    end
  end
end
