# frozen_string_literal: true

module UpFront
  module Store
    # Takes messages out of the database for good; everything that belongs to them goes with them, by the database's own
    # cascades. What was removed stays known, so that reading its mailbox or file again does not bring it back.
    module Removal
      module_function

      # To be called in a transaction. @param ids [Array<Integer>] @param known [Boolean] whether they stay known
      def call(ids, known: true)
        return if ids.empty?

        messages = Message.where(id: ids)
        removed = messages.select(:account_id, :digest).to_sql
        Record.with_connection { _1.execute("INSERT OR IGNORE INTO removed_messages (account_id, digest) #{removed}") } if known
        Traffic.without(ids) { messages.delete_all }
        MatchIndex.forget
        SenderCounts.forget
      end
    end
  end
end
