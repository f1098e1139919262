# frozen_string_literal: true

module UpFront
  module Store
    # Takes messages out of the database for good, with everything that belongs to them. What was removed stays known, so
    # that reading its mailbox or file again does not bring it back.
    module Removal
      BELONG = %w[raw_messages message_texts message_people message_references claims states firings alerts worn_labels former_claims message_threads minded_threads].freeze

      module_function

      # To be called in a transaction. @param ids [Array<Integer>]
      def call(ids)
        return if ids.empty?

        SearchIndex.forget(ids)
        among = "(#{ids.map { Integer(_1) }.join(", ")})"
        Record.with_connection do |here|
          here.execute("INSERT OR IGNORE INTO removed_messages (account_id, digest) SELECT account_id, digest FROM messages WHERE id IN #{among}")
          BELONG.each { |table| here.execute("DELETE FROM #{table} WHERE message_id IN #{among}") }
          here.execute("DELETE FROM messages WHERE id IN #{among}")
        end
        MatchIndex.forget
        SenderCounts.forget
      end
    end
  end
end
