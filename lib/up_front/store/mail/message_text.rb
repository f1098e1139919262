# frozen_string_literal: true

module UpFront
  module Store
    class MessageText < Record
      self.table_name = "message_texts"
      self.primary_key = "message_id"
    end
  end
end
