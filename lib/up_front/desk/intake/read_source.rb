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
        taken = fresh.sort_by { |entry| [entry.unique.to_i, entry.unique] }.each_slice(Batch::MOST).sum { take_slice(_1) }
        repair(@trouble)
        taken
      rescue Post::Maildir::Unusable, Errno::EACCES, Errno::ENOENT => problem
        repair(problem.message)
        0
      end

      def seen = @seen ||= Store::SeenFile.where(source_id: @source.id).pluck(:name).to_set

      # One message that cannot be taken in must not stop the others: it is left in its folder, unseen, and
      # told as the source's problem.
      # @return [Integer] messages taken in
      def take_slice(entries)
        taken = transaction { entries.count { take(_1) } }
        seen.merge(entries.map(&:unique))
        taken
      rescue => error
        return entries.sum { take_slice([_1]) } if entries.size > 1

        @trouble = "#{entries.first.path} could not be taken in (#{error.message[0, 200]}). It is tried again when the folder changes."
        0
      end

      def take(entry)
        TakeIn.new(clock).call(Post::Letter.read(entry.path), account: @source.account, mailbox: entry.mailbox, seen: entry.seen?,
          flagged: entry.flagged?, fallback: File.mtime(entry.path)) do
          SEEN.call(source_id: @source.id, name: entry.unique)
        end
      rescue Errno::ENOENT # moved by its owner since it was listed; the next reading finds it
        false
      end

      def repair(problem)
        return if @source.problem == problem

        @source.update!(problem: problem)
        event("sources")
      end
    end
  end
end
