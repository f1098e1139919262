# frozen_string_literal: true

module UpFront
  module Store
    # An answer that the person awaits: to which message they sent, from whom, by when, and what was asked. `open` until one of them
    # answers (`answered`, with the answer) or the person awaits it no longer (`dropped`). An automatic reply does not end it; `away`
    # keeps what it said. `message_key` is the Message-ID by which the sent copy is known once it is read.
    class Awaited < Record
      self.table_name = "awaited"
      belongs_to :message, optional: true
      belongs_to :answer, class_name: "UpFront::Store::Message", optional: true

      ANY = PreparedQuery.new("SELECT 1 FROM awaited WHERE state = 'open' LIMIT 1")

      scope :open, -> { where(state: "open") }
      scope :overdue, ->(now) { open.where(due_at: ..now) }

      # @return [Array<Core::Address>]
      def from = people.map { Core::Address.new(_1["email"], _1["name"]) }
    end
  end
end
