# frozen_string_literal: true

module UpFront
  module Core
    # One message as the rules see it: a value. What depends on earlier mail (first contact, reply to
    # mine) is handed in by whoever knows the history.
    class Message
      FIELDS = {
        message_id: nil, subject: "", body: "", from: [], sender: nil, to: [], cc: [], reply_to: [],
        date: nil, arrived_at: nil, account: nil, mailbox: "INBOX", headers: {}, attachments: [],
        size: 0, references: [], calendar_method: false, first_contact: false, reply_to_mine: false
      }.freeze

      VARIABLES = FIELDS.to_h { |field, _| [field, :"@#{field}"] }.freeze
      private_constant :VARIABLES

      attr_reader(*FIELDS.keys)

      # @param headers [Hash{String=>Array<String>}] by lower-case name, decoded
      # @param date [Time, nil] the Date header @param arrived_at [Time] when it reached the mailbox
      # @param size [Integer] bytes of the raw message
      # @param references [Array<String>] Message-IDs of References and In-Reply-To, oldest first
      def initialize(**given)
        unknown = given.keys - FIELDS.keys
        raise ArgumentError, "unknown fields #{unknown.inspect}" if unknown.any?

        VARIABLES.each { |field, variable| instance_variable_set(variable, given.fetch(field, FIELDS[field]).freeze) }
        freeze
      end

      def with(**changes) = self.class.new(**to_h, **changes)
      def to_h = FIELDS.keys.to_h { [_1, public_send(_1)] }
      def ==(other) = other.is_a?(Message) && other.to_h == to_h

      # @return [Array<String>] every value of a header that may repeat
      def header(name) = headers.fetch(name.downcase, [])
    end
  end
end
