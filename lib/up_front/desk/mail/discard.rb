# frozen_string_literal: true

module UpFront
  module Desk
    # Takes messages out of everything but what shows discarded mail, or puts them back. Their mailboxes are not touched.
    class Discard < ChangeStates
      def initialize(clock, on: true)
        super(clock)
        @on = on
      end

      private

      def change?(_state, stands) = stands.discarded? != @on
      def change(state) = state.assign_attributes(discarded_at: @on ? now : nil)
      def also(ids) = AnswerAlert.new(clock).answered(ids)

      def message(count) = "#{@on ? "Discarded" : "Recovered"} #{counted(count)}."

      def comfort(count)
        "#{(count == 1) ? "It stays in its mailbox" : "They stay in their mailboxes"} and can be recovered." if @on
      end
    end
  end
end
