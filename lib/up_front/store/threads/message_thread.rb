# frozen_string_literal: true

module UpFront
  module Store
    # The conversation and the thread of a message.
    class MessageThread < Record
      self.table_name = "message_threads"
      self.primary_key = "message_id"
    end
  end
end
