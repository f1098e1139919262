# frozen_string_literal: true

module UpFront
  module Store
    # A folder of a mailbox on a server. `name` as the server has it (modified UTF-7), `shown` as a person reads it. What of it is known:
    # `validity` (UIDVALIDITY), `next_uid`: the first that is not known yet; `modseq` and `held` (EXISTS) of the last look. What
    # reaches it from `followed_at` on arrives, whether Up Front runs or not.
    class ImapFolder < Record
      self.table_name = "imap_folders"
      belongs_to :source
      has_many :letters, class_name: "ImapLetter", foreign_key: :folder_id, inverse_of: :folder, dependent: :delete_all

      ROLES = Core::MailboxFolder::ROLES

      scope :read, -> { where(role: %w[front kept]) }
      scope :there, -> { where(gone_at: nil) }

      def front? = role == "front"

      # @param words [String, nil] what is the matter with it, for the person @return [Boolean] whether that is news
      def tell(words, now)
        return false if problem == words

        update!(problem: words, problem_since: words && (problem_since || now))
      end

      # @return [Core::MailboxFolder]
      def to_core = Core::MailboxFolder.new(shown, use)
    end
  end
end
