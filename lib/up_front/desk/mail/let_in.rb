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

      def change?(state) = (state.came == "arrived" || state.put_off_at) && state.cleared_at.nil? && (state.surface_at.nil? || state.surface_at > now)
      def change(state) = state.assign_attributes(surface_at: now, let_in_at: now)
      def words(count) = "Let in #{messages(count)}."
    end
  end
end
