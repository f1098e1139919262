# frozen_string_literal: true

module UpFront
  module Store
    class RawMessage < Record
      self.table_name = "raw_messages"
      self.primary_key = "message_id"
    end
  end
end
