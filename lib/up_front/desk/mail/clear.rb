# frozen_string_literal: true

module UpFront
  module Desk
    # Done with: leaves the Front, stays in its mailbox and in search.
    class Clear < ChangeStates
      private

      def change?(_state, stands) = !stands.cleared?
      def change(state) = state.assign_attributes(cleared_at: now)
      def also(ids) = AnswerAlert.new(clock).answered(ids)
      def message(count) = "Cleared #{counted(count)}."
      def comfort(count) = (count == 1) ? "It stays in its mailbox." : "They stay in their mailboxes."
    end
  end
end
