# frozen_string_literal: true

module UpFront
  module Desk
    # Brings held messages in now.
    class LetIn < ChangeStates
      # @return [Array<Integer>] the held messages of the same sender as one
      def self.of_sender(id, now)
        key = Store::Message.where(id: id).pick(:sender_key)
        key ? Store::State.held(now).where(message_id: Store::Message.where(sender_key: key).select(:id)).pluck(:message_id) : [id]
      end

      private

      def change?(_state, stands) = stands.open? && !stands.on_front?
      def change(state) = state.assign_attributes(surface_at: now, let_in_at: now)
      def message(count) = "Let in #{counted(count)}."
      def unchanged(count) = "Nothing was let in: #{(count == 1) ? "that message does not wait" : "none of those messages waits"}."
    end
  end
end
