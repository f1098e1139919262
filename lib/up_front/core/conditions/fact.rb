# frozen_string_literal: true

module UpFront
  module Core
    # A question that can be asked of a message, defined once: its type (with its operators), how a message
    # answers it, the store's columns that hold the answer, and its words in a sentence.
    class Fact
      attr_reader :name, :type, :columns, :label, :denial, :parts, :also

      # @param name [String] as in the rulebook file
      # @param type [Object] one of {Types}
      # @param columns [Array<Symbol>] of the store; texts laid, addresses keyed
      # @param label [String] how a sentence names it: "the subject"
      # @param denial [String, nil] of a fact that holds or not, how a sentence denies it
      # @param parts [Array<Fact>, nil] of a fact whose texts are those of others, put together
      # @param also [String] other words by which a person may look for it
      # @yield [Message] its value, in the shape that the type reads
      def initialize(name:, type:, label:, columns: [], denial: nil, parts: nil, also: "", &read)
        @name = name.freeze
        @type = type
        @columns = columns.freeze
        @label = label.freeze
        @denial = denial.freeze
        @parts = parts.freeze
        @also = also.freeze
        @read = read
        freeze
      end

      def read(message) = @read.call(message)

      # @param reading [Reading] @return [Object] its value
      def of(reading) = read(reading.message)
    end
  end
end
