# frozen_string_literal: true

module UpFront
  module Core
    # One message while rules are tried on it: each fact is read and folded at most once.
    class Reading
      attr_reader :message, :state

      # @param state [MessageState, nil] where it may be asked for too
      def initialize(message, state: nil)
        @message = message
        @state = state
        @values = {}
        @laid = {}
        @words = {}
      end

      def value(fact) = @values.fetch(fact) { @values[fact] = fact.of(self) }

      # @param fact [Fact] of texts @return [String] see {Text.lay}
      def laid(fact) = @laid.fetch(fact) { @laid[fact] = fact.parts ? together(fact.parts.map { laid(_1) }) : Text.lay(value(fact)) }

      # @return [String] see {Text.words}
      def words(fact) = @words.fetch(fact) { @words[fact] = fact.parts ? together(fact.parts.map { words(_1) }) : Text.words(laid(fact)) }

      private

      # Texts laid apart, as if they had been laid as one.
      def together(laid) = "#{laid.map { _1.delete_suffix("\n") }.join}\n"
    end
  end
end
