# frozen_string_literal: true

module UpFront
  module Store
    # What of mail hangs on who the owner is and what the accounts are called: told anew when that has changed. To be called in
    # the transaction of whatever may have changed it.
    module OwnMail
      KEPT = "own_mail" # for whom it was told last

      module_function

      # @param names [Core::Names] @return [Boolean] whether anything was told anew
      def follow(names)
        accounts = Account.order(:id).pluck(:id, :name)
        mine = [names.me.keys.to_a.sort, names.me.domains.to_a.sort]
        stand = {"mine" => mine, "accounts" => accounts}
        kept = Setting[KEPT]
        return false if kept == stand

        Setting[KEPT] = stand
        return false unless kept # noted for the first time

        tell_own(names.me) unless kept["mine"] == mine
        accounts.each { |id, name| tell_account(id, Core::Text.fold(name)) }
        forget
        true
      end

      # What was worked out of mail by how it was told before.
      def forget
        MatchIndex.forget
        BadgeCounts.forget
      end

      def tell_own(mine)
        keys = "SELECT message_id FROM message_people WHERE role = 'from' AND key IN (#{listed(mine.keys)})"
        Message.where("from_me <> (id IN (#{keys}))").update_all("from_me = NOT from_me")
        Message.where("reply_to_mine <> (#{answers("id")})").update_all("reply_to_mine = NOT reply_to_mine")
        Traffic.tell_own_anew
      end

      def tell_account(id, key) = Message.where(account_id: id).where.not(account_key: key).update_all(account_key: key)

      SELF = "ifnull(messages.message_id, '')"

      # As Intake.reply_to_mine? tells of one when it comes: by the mail that was here before it, or is of before it.
      # @param by [String] the column that tells what was before: "id", or "arrived_at"
      def answers(by)
        own = "own.from_me = 1 AND own.#{by} < messages.#{by} AND ifnull(own.message_id, '') <> #{SELF}"
        "EXISTS (SELECT 1 FROM message_references mine JOIN messages own ON own.message_id = mine.reference " \
          "AND own.from_me = 1 AND own.#{by} < messages.#{by} WHERE mine.message_id = messages.id) OR EXISTS " \
          "(SELECT 1 FROM message_references theirs JOIN messages own " \
          "ON own.id = theirs.message_id WHERE theirs.reference = messages.message_id AND #{own}) OR EXISTS (SELECT 1 " \
          "FROM message_references mine JOIN message_references theirs ON theirs.reference = mine.reference JOIN messages own " \
          "ON own.id = theirs.message_id WHERE mine.message_id = messages.id AND #{own})"
      end

      def listed(keys) = keys.map { Record.connection.quote(_1) }.join(", ").presence || "NULL"
      private_class_method :tell_own, :tell_account, :listed
    end
  end
end
