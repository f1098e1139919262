# frozen_string_literal: true

module UpFront
  module Desk
    # Looks where what has gone from a folder whose mail arrives is now: what was thrown away in its mailbox leaves the Front.
    class SeekGone < Act
      MOST = 50 # letters that are looked for at once

      # @param source [Store::Source]
      def initialize(clock, source)
        super(clock)
        @source = source
      end

      # @param line [Post::ImapLine] @return [Boolean] whether there was anything to look for @raise [Post::ImapLine::Failed]
      def call(line)
        letters = Store::ImapLetter.joins(:folder).where(imap_folders: {source_id: @source.id, role: "front"}, went_to: nil)
          .where.not(gone_at: nil).order(:id).limit(MOST).to_a
        return false if letters.empty?

        ids = Store::Message.where(id: letters.map(&:message_id)).pluck(:id, :message_id).to_h
        places = ids.to_h { [_1, ""] }
        Store::ImapFolder.where(source_id: @source.id).there.select { _1.to_core.away? }.each do |folder|
          seek(line, folder, ids.select { |id, text| text && places[id].empty? }) { |id| places[id] = folder.shown }
        end
        went(letters, places)
        true
      end

      private

      # What a server does not want to look for, or where, is not found there. @yield [Integer] a message that lies in the folder
      def seek(line, folder, ids)
        line.examine(folder.name)
        ids.each { |id, text| yield id if line.letter?(text) }
      rescue Post::ImapLine::Failed => failed
        raise unless failed.here?
      end

      def went(letters, places)
        transaction do
          letters.each { |letter| letter.update!(went_to: places.fetch(letter.message_id, "")) }
          away = places.select { |_, place| !place.empty? }
          away = away.except(*Store::ImapLetter.here.joins(:folder).where(message_id: away.keys,
            imap_folders: {role: "front"}).pluck(:message_id))
          away.keys.group_by { places[_1] }.each { |place, ids| ClearThrownAway.new(clock, place).call(ids) }
          event("changed", ids: letters.filter_map(&:message_id))
        end
      end
    end
  end
end
