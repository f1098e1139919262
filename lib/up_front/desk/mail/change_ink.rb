# frozen_string_literal: true

module UpFront
  module Desk
    # Gives messages an ink by hand, or takes off the one that they wear, a rule's as well.
    class ChangeInk < ChangeStates
      # @param name [String, nil] of an ink of the rulebook; none where it is taken off @raise [Impossible]
      def initialize(clock, name)
        super(clock)
        @ink = name && Store::CurrentRulebook.rulebook.names.spelling("inks", name)
        raise Impossible.new("There is no ink “#{name}”. Inks are made under Rules, Inks.", pointer: "/ink") if name && @ink.nil?
      end

      private

      def change?(_state, stands) = stands.ink != @ink
      def change(state) = state.ink = @ink.to_s

      def message(count) = @ink ? "Gave #{counted(count)} the ink #{@ink}." : "Took the ink off #{counted(count)}."

      def unchanged(_count)
        @ink ? "Nothing was changed: the ink #{@ink} is worn already." : "Nothing was changed: no ink is worn."
      end
    end
  end
end
