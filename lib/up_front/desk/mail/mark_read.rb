# frozen_string_literal: true

module UpFront
  module Desk
    # Marks messages read or unread.
    class MarkRead < ChangeStates
      # @param opening [Boolean] whether they are read by being opened, which is noted
      def initialize(clock, read: true, opening: false)
        super(clock)
        @read = read
        @opening = opening
      end

      private

      def change?(_state, stands) = stands.unread? == @read

      def change(state)
        state.unread = !@read
        state.opened_at ||= now if @opening
      end

      def message(count) = "Marked #{counted(count)} #{@read ? "read" : "unread"}."
    end
  end
end
