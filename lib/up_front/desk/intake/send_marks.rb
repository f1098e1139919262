# frozen_string_literal: true

module UpFront
  module Desk
    # Tells a server what of its letters was read and flagged here (STORE +FLAGS), and nothing else.
    class SendMarks < Act
      COLUMNS = {Seen: "seen", Flagged: "flagged"}.freeze
      private_constant :COLUMNS

      # @param source [Store::Source]
      def initialize(clock, source)
        super(clock)
        @source = source
      end

      # @param line [Post::ImapLine] that may set them @return [Boolean] whether there were any @raise [Post::ImapLine::Failed]
      def call(line)
        due = Store::ImapMark.due(@source.id)
        due.each { |folder_id, marks| mark(line, Store::ImapFolder.find(folder_id), marks) }
        due.any?
      end

      private

      def mark(line, folder, marks)
        line.mark(folder.name, marks.transform_values { |letters| letters.map(&:uid) })
        letters = marks.values.flatten.uniq
        transaction do
          marks.each { |mark, some| Store::ImapLetter.where(id: some.map(&:id)).update_all(COLUMNS.fetch(mark) => true) }
          Store::ImapMark.where(letter_id: letters.map(&:id)).delete_all
        end
      rescue Failed => failed
        raise unless failed.here?

        Store::ImapMark.where(letter_id: marks.values.flatten.map(&:id)).delete_all
        folder.tell("“#{folder.shown}” takes no marks. #{failed.message}", now)
      end
    end
  end
end
