# frozen_string_literal: true

module UpFront
  module Desk
    # Brings messages to the Front now, wherever they are: cleared ones, those put off, and those that were never to come.
    class ToFront < ChangeStates
      private

      # What lies in Sent and the like has no place there.
      def change?(state, stands) = state.came != "quiet" && !stands.discarded? && !stands.on_front?

      # The person brings it themselves, so nothing announces it.
      def change(state)
        state.assign_attributes(cleared_at: nil, surface_at: now, let_in_at: now, announced_at: now)
      end

      def message(count) = "Brought #{counted(count)} to the Front."
    end
  end
end
