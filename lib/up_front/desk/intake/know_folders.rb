# frozen_string_literal: true

module UpFront
  module Desk
    # Notes which folders a mailbox on a server has by now. One that was read and is not there has another name, by which its letters have
    # the same numbers, or it is gone, and its letters with it.
    class KnowFolders < Act
      # @param source [Store::Source]
      def initialize(clock, source)
        super(clock)
        @source = source
      end

      # @param line [Post::ImapLine] @raise [Post::ImapLine::Failed]
      def call(line)
        there = line.folders.index_by(&:name)
        return if there.keys.none? { _1.match?(Core::MailboxFolder::INBOX) } # no mailbox is without it: nothing follows of such a list

        known = Store::ImapFolder.where(source_id: @source.id).to_a
        fresh = there.except(*known.map(&:name)).values
        known.each do |folder|
          next back(folder) if there.key?(folder.name)
          next folder.destroy! if folder.role == "out"

          same = folder.validity && fresh.find { line.examine(_1.name).validity == folder.validity }
          same ? renamed(folder, fresh.delete(same)) : removed(folder)
        end
        fresh.each do |each|
          Store::ImapFolder.create!(source_id: @source.id, name: each.name, shown: each.shown, use: each.use, role: "out", followed_at: now)
        end
        event("sources")
      end

      private

      # Its letters are found again by what they say.
      def back(folder) = folder.gone_at && folder.update!(gone_at: nil, problem: nil, problem_since: nil, validity: nil)

      def renamed(folder, there) = folder.update!(name: there.name, shown: there.shown, use: there.use)

      def removed(folder)
        return if folder.gone_at

        transaction do
          folder.tell("“#{folder.shown}” is not on the server any more. What came from it stays here.", now)
          folder.update!(gone_at: now)
          letters = folder.letters.where(gone_at: nil)
          letters.where.not(message_id: nil).pluck(:message_id).each_slice(ReadFolder::NUMBERS) { event("changed", ids: _1) }
          letters.update_all(gone_at: now)
        end
      end
    end
  end
end
