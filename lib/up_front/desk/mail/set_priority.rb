# frozen_string_literal: true

module UpFront
  module Desk
    # Gives messages a priority by hand.
    class SetPriority < ChangeStates
      # @param level [String] of {Core::Priority::LEVELS}
      def initialize(clock, level)
        super(clock)
        @level = level
      end

      private

      def change?(_state, stands) = stands.priority != @level
      def change(state) = state.priority = @level
      def message(count) = "Gave #{counted(count)} #{@level} priority."
    end
  end
end
