# frozen_string_literal: true

module UpFront
  module Core
    # One message while rules are tried on it: each fact is read and folded at most once.
    class Reading
      attr_reader :message

      def initialize(message)
        @message = message
        @values = {}
        @laid = {}
        @words = {}
      end

      def value(fact) = @values.fetch(fact) { @values[fact] = fact.read(message) }

      # @param fact [Fact] of texts @return [String] see {Text.lay}
      def laid(fact) = @laid.fetch(fact) { @laid[fact] = Text.lay(value(fact)) }

      # @return [String] see {Text.words}
      def words(fact) = @words.fetch(fact) { @words[fact] = Text.words(laid(fact)) }
    end
  end
end
