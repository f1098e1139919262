# frozen_string_literal: true

module UpFront
  module Desk
    # Puts a flag on messages, or takes it off.
    class Flag < ChangeStates
      def initialize(clock, on: true)
        super(clock)
        @on = on
      end

      private

      def change?(_state, stands) = stands.flagged? != @on
      def change(state) = state.assign_attributes(flagged: @on)
      def message(count) = @on ? "Flagged #{counted(count)}." : "Took the flag off #{counted(count)}."
    end
  end
end
