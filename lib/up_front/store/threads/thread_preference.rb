# frozen_string_literal: true

module UpFront
  module Store
    # A conversation that the person follows or mutes, by the message at which they said so. The last word counts.
    class ThreadPreference < Record
      self.table_name = "thread_preferences"
      ANY = PreparedQuery.new("SELECT 1 FROM thread_preferences WHERE word IS NOT NULL LIMIT 1")

      # Asked for every message that arrives, and mostly there is none.
      # @param id [Integer] a message @return [String, nil] "followed", "muted", or nil
      def self.word(id)
        return if ANY.call.nil?

        word = where(message_id: Message.conversation(id)).where.not(word: nil).order(:at, :id).pluck(:word).last
        word unless word == "neither"
      end
    end
  end
end
