# frozen_string_literal: true

module UpFront
  module Desk
    # Takes letters of a folder on a server in, as many at once as a batch holds, with what the server tells of each: its number, when it
    # reached the server, its marks. What is noted of the folder goes along in the same transaction, so that a stop at any moment neither
    # loses nor doubles one.
    class TakeLetters < Act
      # @param folder [Store::ImapFolder] @param account [Store::Account]
      def initialize(clock, folder, account)
        super(clock)
        @folder = folder
        @account = account
        @way = folder.to_core
      end

      # @param batch [Array<Array(Post::Letter, Post::ImapLine::Fetched)>] @yield in the transaction, with those that were taken
      # @return [Hash{Post::ImapLine::Fetched=>String}] those that could not be taken in, and why
      def call(batch, &noted)
        transaction do
          taking = TakeIn.new(clock)
          batch.each { |letter, fetched| take(taking, letter, fetched) }
          yield batch.map(&:last)
        end
        {}
      rescue => error
        raise if Store::Fault.words(error) || error.is_a?(Post::Apart::NotNow)
        return batch.map { |each| call([each], &noted) }.reduce({}, :merge) if batch.size > 1

        {batch.first.last => error.message.to_s.scrub[0, 200]}
      end

      private

      def take(taking, letter, fetched)
        seen, flagged, answered = told(fetched)
        way = {account: @account, mailbox: @folder.shown, seen: seen, flagged: flagged, arrived_at: fetched.at, quiet: quiet?,
               history: !@folder.front?, as_new: @folder.front? && fetched.at.to_i >= @folder.followed_at.to_i}
        taken = taking.call(letter, **way)
        taken = arrive_after_all(taking, letter, way, taken) if taken.outcome == :double && @folder.front?
        was = taken.outcome == :double && !Store::ImapLetter::BROUGHT.call(taken.id).nil?
        come_back(taken) if was && @folder.front?
        id = row(fetched, taken.id, brought: was || taken.outcome != :double) or return
        forget_former(taken.id) if was
        note_marks(taken, id, seen: seen, answered: answered)
      end

      # What one sends, writes or throws away claims nothing, unless the person says that it comes to the Front.
      def quiet? = @way.quiet? && !@folder.front?

      def told(fetched) = Post::ImapLine::MARKED.map { fetched.flags.include?(_1) }

      # A copy that lay elsewhere (in a folder of all mail) was read first: as mail that was only to be looked up it claimed nothing.
      def arrive_after_all(taking, letter, way, taken)
        arrives = way[:as_new] || fresh?(way)
        return taken unless arrives && only_kept?(taken.id)

        letters = Store::ImapLetter.where(message_id: taken.id).ids
        Store::Removal.call([taken.id], known: false)
        event("removed", ids: [taken.id])
        taking.call(letter, **way).tap { |anew| Store::ImapLetter.where(id: letters).update_all(message_id: anew.id) }
      end

      def fresh?(way) = (way[:arrived_at] || now) >= now - TakeIn::RECENT_SECONDS

      def only_kept?(id)
        Store::State.exists?(message_id: id, came: "history") &&
          Store::ImapLetter.joins(:folder).where(message_id: id).pluck("imap_folders.role").then { _1.any? && _1.all?("kept") }
      end

      # It had been thrown away there, and lies in its folder again.
      def come_back(taken)
        away = Store::ImapLetter.where(message_id: taken.id).where("went_to <> ''")
        return if away.none?

        away.update_all(went_to: "")
        Store::State.where(message_id: taken.id).where.not(cleared_at: nil).update_all(cleared_at: nil)
        event("changed", ids: [taken.id])
      end

      # @return [Integer, nil] nil where it is noted already
      def row(fetched, message_id, brought:)
        row = [@folder.id, fetched.uid, message_id, *told(fetched), brought, fetched.size.to_i, cut?(fetched)]
        Store::ImapLetter::ROW.call(row).dig(0, 0)
      end

      def cut?(fetched) = fetched.size.to_i > Post::Letter::MAX_BYTES

      # The number that it had in this folder before all numbers were given anew.
      def forget_former(message_id) = Store::ImapLetter.where(folder_id: @folder.id, message_id: message_id).where("uid < 0").delete_all

      UNMARKED = Store::PreparedQuery.new("SELECT 1 FROM states WHERE message_id = ? AND unread AND NOT flagged")

      # What the server knows of it, of one that was here already too; what a rule marked goes to the server where that is wanted.
      def note_marks(taken, letter_id, seen:, answered:)
        return unless taken.id

        Store::State.where(message_id: taken.id, answered_elsewhere: false).update_all(answered_elsewhere: true) if answered
        return if seen || taken.outcome != :arrived

        Store::ImapMark.wanted(letter_id) unless UNMARKED.call(taken.id)
      end
    end
  end
end
