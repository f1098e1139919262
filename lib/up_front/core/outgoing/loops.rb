# frozen_string_literal: true

module UpFront
  module Core
    # Keeps what is forwarded from going in a circle: each hand through which it goes leaves its mark, and takes nothing that has it.
    module Loops
      MARK = "Up-Front-Forwarded"
      MOST_HOPS = 30 # traces of hosts, as they come where two forward to each other without a mark (RFC 5321, section 6.3)
      MOST_HANDS = 3 # marks of others

      module_function

      # @param message [Message] @param own [Array<String>] the owner's addresses @return [String, nil] why it is not forwarded
      def reason(message, own)
        marks = message.header(MARK).flat_map { _1.split(",") }.map { Address.normalise(_1.strip) }
        return "it has been forwarded from here before" if own.any? { marks.include?(Address.normalise(_1)) }
        return "it has been forwarded by several already" if marks.size >= MOST_HANDS

        "it has gone through too many hosts" if message.header("received").size > MOST_HOPS
      end

      # @param message [Message] @param own [String] the address that forwards it @return [String] the mark for what is handed on
      def mark(message, own) = [*message.header(MARK).flat_map { _1.split(",") }.map(&:strip), own].last(MOST_HANDS + 1).join(", ")
    end
  end
end
