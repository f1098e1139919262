# frozen_string_literal: true

module UpFront
  module Store
    # A letter in a folder on a server: its number there, the message that it is here (nil for one that was removed here, or that could
    # not be had), and the marks that the server told last. `brought`: the message is here by this mailbox alone;
    # `cut`: it is larger than a message may be, and not here whole. Of one that has gone,
    # `went_to` tells the folder where it lies now, empty for none, nil before it was looked for. Numbers below nought are those of a
    # folder whose numbers hold no more.
    class ImapLetter < Record
      self.table_name = "imap_letters"
      belongs_to :folder, class_name: "ImapFolder"

      MARKS = %w[seen flagged answered].freeze

      ROW = PreparedStatement.new("INSERT INTO imap_letters (folder_id, uid, message_id, seen, flagged, answered, brought, size, cut) " \
        "VALUES (?, ?, ?, ?, ?, ?, ?, ?, ?) ON CONFLICT DO NOTHING RETURNING id")
      OTHERS = PreparedStatement.new("UPDATE imap_letters SET brought = 0 WHERE message_id = ? AND brought")

      # Whether the message is here by such a mailbox alone.
      BROUGHT = PreparedQuery.new("SELECT 1 FROM imap_letters WHERE message_id = ? AND brought LIMIT 1")

      scope :here, -> { where(gone_at: nil).where("imap_letters.uid > 0") }

      # A message that is here already has come by another way too: it is nobody's alone.
      def self.also_elsewhere(message_id) = message_id && OTHERS.call([message_id])

      # What has gone from its mailbox, of some messages: those of which no folder holds any letter, though some did, and which came by
      # no other way. @param ids [Array<Integer>] @return [Hash{Integer=>ImapLetter}] the last of each
      def self.gone(ids)
        return {} unless ImapFolder.exists?

        where(message_id: ids).order(:gone_at).group_by(&:message_id).transform_values { |letters|
          letters.last if letters.all?(&:gone_at) && letters.any?(&:brought)
        }.compact
      end
    end
  end
end
