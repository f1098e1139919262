# frozen_string_literal: true

module UpFront
  module Desk
    # Marks messages read or unread.
    class MarkRead < ChangeStates
      def initialize(clock, read: true)
        super(clock)
        @read = read
      end

      private

      def change?(_state, stands) = stands.unread? == @read
      def change(state) = state.assign_attributes(unread: !@read)
      def message(count) = "Marked #{counted(count)} #{@read ? "read" : "unread"}."
    end
  end
end
