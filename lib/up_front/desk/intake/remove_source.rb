# frozen_string_literal: true

module UpFront
  module Desk
    # Stops reading a source. What came from it stays here, unless it is a mailbox on a server whose mail shall go from here; the folder, or
    # the server, stays as it is.
    class RemoveSource < Act
      PART = 200 # messages that go at once

      # What came by a mailbox on a server and by no other way. @return [ActiveRecord::Relation<Store::Message>]
      def self.only_from(source_id)
        own = Store::ImapLetter.joins(:folder).where(brought: true, imap_folders: {source_id: source_id}).select(:message_id)
        others = Store::ImapLetter.joins(:folder).where.not(imap_folders: {source_id: source_id}).where.not(message_id: nil)
          .select(:message_id)
        Store::Message.where(id: own).where.not(id: others)
      end

      # @param mail_goes [Boolean] whether its mail goes from here, for good @return [Done] @raise [Impossible]
      def call(id, mail_goes: false)
        transaction do
          source = Store::Source.find_by(id: id) or raise Impossible.gone("source")
          next leave(source) if mail_goes && source.kind == "imap"

          source.destroy!
          event("sources")
          text = "#{source.path} is no longer read. The mail that came from it stays here."
          final_step(text, (source.kind == "imap") ? "Connect it again under Mail in." : "Add the folder again under Mail in.")
          Done.new(message: text)
        end
      end

      # Some of the mail of a mailbox that is leaving; in the end the mailbox. @return [Boolean] whether there was anything to do
      def next
        server = Store::ImapServer.where.not(leaving_at: nil).order(:id).first or return false
        ids = RemoveSource.only_from(server.source_id).limit(PART).ids
        transaction do
          ids.any? ? remove(ids) : server.source.destroy!
          event("sources")
        end
        true
      end

      private

      def leave(source)
        server = Store::ImapServer.find_by!(source_id: source.id)
        count = RemoveSource.only_from(source.id).count
        server.update!(leaving_at: now, turn: server.turn + 1)
        event("sources")
        text = "#{source.path} is no longer read, and #{Core::English.count(count,
          "message")} of it #{(count == 1) ? "goes" : "go"} from here. " \
          "On its server nothing is changed."
        final_step(text, "Connect it again under Mail in, and its mail is read again.")
        Done.new(message: text)
      end

      def remove(ids)
        answered = Store::Message.where(message_id: Store::MessageReference.where(message_id: ids).select(:reference)).ids
        Store::Removal.call(ids, known: false)
        event("removed", ids: ids | answered)
      end
    end
  end
end
