# frozen_string_literal: true

module UpFront
  module Desk
    # Gives held messages another moment, a round's. They keep it when rules change.
    class MoveToMoment < ChangeStates
      # @param at [Time] @raise [Impossible] for one that is past
      def initialize(clock, at)
        super(clock)
        raise Impossible.new("That moment is past; let them in instead.", pointer: "/until") if at <= now

        @at = at
      end

      private

      def change?(_state, stands) = stands.waits?
      def change(state) = state.assign_attributes(surface_at: @at, moved_at: now)
      def unchanged(count) = "Nothing was moved: #{(count == 1) ? "that message does not wait" : "none of those messages waits"}."
      def message(count) = "Moved #{counted(count)} to #{Core::TimeFormat.new(Store::CurrentRulebook.rulebook.zone, now).moment(@at)}."
    end
  end
end
