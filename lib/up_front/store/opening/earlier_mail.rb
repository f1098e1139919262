# frozen_string_literal: true

module UpFront
  module Store
    # What a message's facts tell of mail before it, told anew for messages that were taken in before that mail was.
    module EarlierMail
      FIRST = <<~SQL.tr("\n", " ").freeze
        first_contact AND EXISTS (SELECT 1 FROM message_people met JOIN messages earlier ON earlier.id = met.message_id WHERE
        met.key = messages.sender_key AND met.role IN ('from', 'to', 'cc') AND earlier.arrived_at < messages.arrived_at)
      SQL

      module_function

      # To be called in a transaction. @param ids [Array<Integer>] @return [Integer] how many are otherwise now
      def tell(ids)
        some = Message.where(id: ids)
        changed = some.where(FIRST).update_all(first_contact: false) +
          some.where(reply_to_mine: false).where(OwnMail.answers("arrived_at")).update_all(reply_to_mine: true)
        OwnMail.forget if changed.positive?
        changed
      end
    end
  end
end
