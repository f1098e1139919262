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
      def words(count) = @on ? "Flagged #{messages(count)}." : "Took the flag off #{messages(count)}."
    end
  end
end
