# frozen_string_literal: true

module UpFront
  module Desk
    # Brings held messages in now.
    class LetIn < ChangeStates
      private

      def change?(state) = state.came == "arrived" && state.cleared_at.nil? && (state.surface_at.nil? || state.surface_at > now)
      def change(state) = state.assign_attributes(surface_at: now, let_in_at: now)
      def words(count) = "Let in #{messages(count)}."
    end
  end
end
