# frozen_string_literal: true

module UpFront
  module Desk
    # Keeps messages first in their band, until they are cleared or until a moment; or no longer.
    class KeepAtTop < ChangeStates
      # @param until_at [Time, nil] @raise [Impossible] for a moment that is past
      def initialize(clock, on: true, until_at: nil)
        super(clock)
        raise Impossible.new("That moment is past; give a later one.", pointer: "/until") if until_at && until_at <= now

        @on = on
        @until_at = until_at
      end

      private

      def change?(state, _stands) = state.keep_at_top != @on || state.keep_until != @until_at
      def change(state) = state.assign_attributes(keep_at_top: @on, keep_until: @until_at)

      def message(count)
        return "#{Core::English.sentence(counted(count))} no longer kept at top." unless @on

        "Kept #{counted(count)} at top until " \
          "#{@until_at ? Core::TimeFormat.new(Store::CurrentRulebook.rulebook.zone, now).moment(@until_at) : "cleared"}."
      end
    end
  end
end
