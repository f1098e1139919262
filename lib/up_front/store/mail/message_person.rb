# frozen_string_literal: true

module UpFront
  module Store
    class MessagePerson < Record
      self.table_name = "message_people"
    end
  end
end
