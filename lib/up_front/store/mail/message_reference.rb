# frozen_string_literal: true

module UpFront
  module Store
    class MessageReference < Record
      self.table_name = "message_references"
    end
  end
end
