# frozen_string_literal: true

module UpFront
  module Store
    # A mail account: a name and the addresses that it receives for.
    class Account < Record
      self.table_name = "accounts"

      # @return [Boolean] whether no mail and no folder belongs to it
      def empty? = !Message.exists?(account_id: id) && !Source.exists?(account_id: id)

      # Puts back what an act did to one: one that was made goes, one that was taken out comes back.
      # @param change [UndoChange] @return [Boolean] whether that could be done
      def self.take_back(change)
        account = find_by(id: change.key)
        return !account.nil? && account.empty? && account.destroy!.destroyed? if change.before["name"].nil? && change.before.key?("name")
        return account.nil? && create!(id: change.key, **change.before).persisted? if change.after == {"name" => nil}

        !account.nil? && change.untouched(account).size == change.after.size && account.update!(change.before)
      end
    end
  end
end
