# frozen_string_literal: true

module UpFront
  module Desk
    # Removes discarded mail from Up Front for good: all of it when the person says so, or what was discarded longer ago
    # than the days they set. It cannot be taken back here; the mailboxes are not touched.
    class EmptyDiscarded < Act
      KEEP = "discarded_keep_days"
      BATCH = 200

      # @return [Integer, nil] days; nil where it is kept until emptied
      def self.keep_days = Store::Setting[KEEP]

      # @return [Done]
      def call
        count = remove(Store::State.discarded)
        text = "Removed #{Core::English.count(count, "discarded message")} from Up Front for good. " \
          "#{(count == 1) ? "Its mailbox is" : "Their mailboxes are"} not touched."
        final_step(text, "What is removed for good comes back only from its mailbox, when you bring it in again.")
        Done.new(message: text)
      end

      # What is due by the days that were set. @return [Integer] how many
      def due
        days = EmptyDiscarded.keep_days or return 0
        remove(Store::State.where(discarded_at: ...(now - days * 86_400)))
      end

      private

      def remove(states)
        states.pluck(:message_id).each_slice(BATCH).sum do |ids|
          transaction do
            answered = Store::Message.where(message_id: Store::MessageReference.where(message_id: ids).select(:reference)).ids
            Store::Removal.call(ids)
            event("removed", ids: ids | answered)
          end
          ids.size
        end
      end
    end
  end
end
