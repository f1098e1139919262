# frozen_string_literal: true

module UpFront
  module Desk
    # Takes in what is new in one Maildir. Which files were seen is marked in the transaction that takes
    # them in, so that a stop at any moment neither loses nor doubles one.
    class ReadSource < Act
      SEEN = Store::PreparedInsert.new("seen_files", :source_id, :name, more: "ON CONFLICT DO NOTHING")

      def initialize(clock, source)
        super(clock)
        @source = source
        @maildir = Post::Maildir.new(source.path)
      end

      FAULTS = {Errno::EACCES => "the permission is missing", Errno::EIO => "the disk reports a fault",
                Errno::ENOENT => "a folder of it has gone", Errno::EMFILE => "too many files are open"}.freeze

      # Cheap when nothing has changed. A folder is read once more after the last change seen, since another
      # file may have come within the same tick of its clock. @return [Integer] messages taken in
      def call
        stamp = @maildir.stamp
        return 0 if stamp == @settled && !stamp.empty?

        taken = read
        @settled = stamp if stamp == @last
        @last = stamp
        taken
      end

      private

      def read
        @trouble = nil
        @maildir.check
        fresh = []
        @maildir.each { |entry| fresh << entry unless seen.include?(entry.unique) }
        taken = 0
        Batch.each(letters(fresh.sort_by { |entry| [entry.unique.to_i, entry.unique] })) { taken += take_batch(_1) }
        repair(@trouble)
        taken
      rescue Post::Maildir::Unusable => unusable
        repair(unusable.message)
        0
      rescue Post::Apart::NotNow => not_now
        repair("#{not_now.message} It is tried again by itself.")
        0
      rescue SystemCallError => fault # of the disk or the permissions, while it was read
        repair("#{@source.path} cannot be read at the moment: #{FAULTS.fetch(fault.class, "the system refuses it")}. It is tried again " \
          "by itself.")
        0
      end

      def seen = @seen ||= Store::SeenFile.where(source_id: @source.id).pluck(:name).to_set

      # @return [Enumerator] of letters, each with its entry and the moment of its file
      def letters(entries) = entries.lazy.filter_map { |entry| letter(entry) }

      def letter(entry)
        [Post::Letter.read(entry.path), entry, File.mtime(entry.path)]
      rescue Post::RegularFile::Other => other
        @trouble = "#{other.message} It was left where it is; the other mail of the folder is read."
        nil
      rescue Errno::ENOENT # moved by its owner since it was listed; the next reading finds it
        nil
      rescue => error
        failed(entry, error)
      end

      # One message that cannot be taken in must not stop the others: it is left in its folder, unseen, and
      # told as the source's problem.
      # @return [Integer] messages taken in
      def take_batch(batch)
        transaction do
          taking = TakeIn.new(clock)
          batch.each { |letter, entry, written_at| take(taking, letter, entry, written_at) }
        end
        seen.merge(batch.map { |_, entry| entry.unique })
        batch.size
      rescue => error
        return batch.sum { take_batch([_1]) } if batch.size > 1

        failed(batch.first[1], error)
        0
      end

      def take(taking, letter, entry, written_at)
        taking.call(letter, account: @source.account, mailbox: entry.mailbox, seen: entry.seen?, flagged: entry.flagged?,
          fallback: written_at) do
          SEEN.call(source_id: @source.id, name: entry.unique)
        end
      end

      def failed(entry, error)
        @trouble = "#{entry.path} could not be taken in (#{error.message[0, 200]}). It is tried again when the folder changes."
        nil
      end

      def repair(problem)
        return if @source.problem == problem

        @source.update!(problem: problem)
        event("sources")
      end
    end
  end
end
