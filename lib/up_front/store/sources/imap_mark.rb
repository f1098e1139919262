# frozen_string_literal: true

module UpFront
  module Store
    # A letter of which a server shall be told that it is read, or flagged, where its keeper wants that.
    class ImapMark < Record
      self.table_name = "imap_marks"
      belongs_to :letter, class_name: "ImapLetter"

      WANTED = PreparedStatement.new("INSERT OR IGNORE INTO imap_marks (letter_id) SELECT imap_letters.id FROM imap_letters " \
        "JOIN imap_folders ON imap_folders.id = imap_letters.folder_id JOIN imap_servers " \
        "ON imap_servers.source_id = imap_folders.source_id AND imap_servers.write_back WHERE imap_letters.id = ?")

      # As the trigger does for what is marked later. @param letter_id [Integer]
      def self.wanted(letter_id) = WANTED.call([letter_id])

      MOST = 200 # that are looked at at once

      # With how each message stands here.
      SEEN = "NOT states.unread AND NOT imap_letters.seen AND states.came <> 'quiet'"
      FLAGGED = "states.flagged AND NOT imap_letters.flagged"

      # What is to be marked in a mailbox: only what still stands so here, and not there. Those of which nothing is left to tell are let go.
      # @param source_id [Integer] @return [Hash{Integer=>Hash{Symbol=>Array<ImapLetter>}}] by folder and mark
      def self.due(source_id)
        letters = ImapLetter.joins(:folder).joins("JOIN imap_marks ON imap_marks.letter_id = imap_letters.id")
          .joins("LEFT JOIN states ON states.message_id = imap_letters.message_id").where(imap_folders: {source_id: source_id})
          .select("imap_letters.*", "#{SEEN} AS tell_seen", "#{FLAGGED} AS tell_flagged").limit(MOST).to_a
        there, others = letters.partition { _1.gone_at.nil? && _1.uid.positive? && (_1.tell_seen == 1 || _1.tell_flagged == 1) }
        where(letter_id: others.map(&:id)).delete_all
        there.group_by(&:folder_id).transform_values do |some|
          {Seen: some.select { _1.tell_seen == 1 }, Flagged: some.select { _1.tell_flagged == 1 }}.reject { |_, marked| marked.empty? }
        end
      end
    end
  end
end
