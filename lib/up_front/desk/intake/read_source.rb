# frozen_string_literal: true

module UpFront
  module Desk
    # Takes in what is new in one Maildir. Which files were seen is marked in the transaction that takes
    # them in, so that a stop at any moment neither loses nor doubles one.
    class ReadSource < Act
      SEEN = Store::PreparedInsert.new("seen_files", :source_id, :name, more: "ON CONFLICT DO NOTHING")

      FAULTS = {Errno::EACCES => "the permission is missing", Errno::EIO => "the disk reports a fault",
                Errno::ENOENT => "a folder of it has gone", Errno::EMFILE => "too many files are open"}.freeze

      GROWING_SECONDS = 0.5 # between looks at what is being written
      GROWN_SECONDS = 60 # after which it is told
      PAUSES = [1, 2, 4, 8, 15, 30, 60].freeze # seconds before what failed is tried again; at the end the last for good

      # @param monotonic [#call] seconds that no one sets back
      def initialize(clock, source, monotonic: -> { Process.clock_gettime(Process::CLOCK_MONOTONIC) })
        super(clock)
        @source = source
        @maildir = Post::Maildir.new(source.path)
        @monotonic = monotonic
        @growing = {} # since when, by name
        @failures = 0
      end

      # Cheap when nothing has changed. A folder is read once more after the last change seen, since another
      # file may have come within the same tick of its clock. @return [Integer] messages taken in
      def call
        stamp = @maildir.stamp
        return 0 if settled?(stamp)

        taken = read
        @settled = (stamp == @last) ? stamp : nil
        @last = stamp
        taken
      end

      private

      def settled?(stamp)
        return stamp == @last && @monotonic.call < @again_at if @again_at

        stamp == @settled
      end

      def read
        @told = nil
        @again_in = nil
        taken = read_all
        done
        taken
      rescue Post::Maildir::Unusable => unusable
        failed("#{unusable.message} What is there comes in as soon as it can be read.", soon: true)
      rescue Post::Apart::NotNow => not_now
        failed("#{not_now.message} It is tried again by itself.")
      rescue SystemCallError => fault # of the disk or the permissions, while it was read
        failed("#{@source.path} cannot be read at the moment: #{FAULTS.fetch(fault.class, "the system refuses it")}. It is tried again " \
          "by itself.")
      end

      def read_all
        @maildir.check
        fresh = []
        @maildir.each { |entry| fresh << entry unless seen.include?(entry.unique) }
        @growing = @growing.slice(*fresh.map(&:unique))
        taken = 0
        Post::Batch.each(letters(fresh.sort_by { |entry| [entry.unique.to_i, entry.unique] })) { taken += take_batch(_1) }
        taken
      end

      # @return [Integer] none were taken in
      def failed(words, soon: false)
        @told = words
        @again_in = soon ? PAUSES.first : pause
        done
        0
      end

      def done
        @again_in = [@again_in, GROWING_SECONDS].compact.min if @growing.any?
        @again_at = @again_in && (@monotonic.call + @again_in)
        @failures = 0 unless @again_in
        repair(@told)
      end

      def pause = PAUSES[(@failures += 1) - 1] || PAUSES.last

      def seen = @seen ||= Store::SeenFile.where(source_id: @source.id).pluck(:name).to_set

      # @return [Enumerator] of letters, each with its entry and the moment of its file
      def letters(entries) = entries.lazy.filter_map { |entry| letter(entry) }

      def letter(entry)
        [Post::Letter.read(entry.path), entry, File.mtime(entry.path)].tap { @growing.delete(entry.unique) }
      rescue Post::RegularFile::Other => other
        @told = "#{other.message} It was left where it is; the other mail of the folder is read."
        nil
      rescue Post::RegularFile::Growing => growing
        wait_for(entry, growing)
      rescue Errno::ENOENT # moved by its owner since it was listed; the next reading finds it
        nil
      rescue => error
        left(entry, error)
      end

      def wait_for(entry, growing)
        since = @growing[entry.unique] ||= @monotonic.call
        @told = "#{growing.message} It is taken in once it is whole." if @monotonic.call - since > GROWN_SECONDS
        nil
      end

      # One message that cannot be taken in must not stop the others: it is left in its folder, unseen, told as the source's
      # problem, and tried again. What keeps any from being written is told by whoever asked.
      # @return [Integer] messages taken in
      def take_batch(batch)
        transaction do
          taking = TakeIn.new(clock)
          batch.each { |letter, entry, written_at| take(taking, letter, entry, written_at) }
        end
        seen.merge(batch.map { |_, entry| entry.unique })
        batch.size
      rescue => error
        raise if Store::Fault.words(error)
        return batch.sum { take_batch([_1]) } if batch.size > 1

        left(batch.first[1], error)
        0
      end

      def take(taking, letter, entry, written_at)
        taking.call(letter, account: @source.account, mailbox: entry.mailbox, seen: entry.seen?, flagged: entry.flagged?,
          fallback: written_at) do |taken|
          SEEN.call(source_id: @source.id, name: entry.unique)
          Store::ImapLetter.also_elsewhere(taken.id) if taken.outcome == :double
        end
      end

      def left(entry, error)
        @told = "#{entry.path} could not be taken in (#{error.message[0, 200]}). It stays in its folder and is tried again."
        @again_in ||= pause
        nil
      end

      def repair(problem)
        return if @source.problem == problem

        @source.update!(problem: problem, problem_since: problem && (@source.problem_since || now))
        event("sources")
      end
    end
  end
end
