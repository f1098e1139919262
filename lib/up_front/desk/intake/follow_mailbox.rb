# frozen_string_literal: true

require "monitor"

module UpFront
  module Desk
    # Follows one mailbox on a server: which of its folders are read, over which lines, and what is told of it. One line waits for what
    # comes ({#watch}); over another all else is asked ({#work}): other folders, what lay there before, where what has gone went, and
    # marks that are to be set. No more than these two stand at once.
    class FollowMailbox < Act
      Failed = Post::ImapLine::Failed # a line that is lost, or that cannot be had

      POLL_SECONDS = 60 # between looks at a folder of which the server tells nothing by itself
      TOLD_POLL_SECONDS = 600 # of one of which it does
      PROGRESS_SECONDS = 1

      # @param source [Store::Source] @param monotonic [#call] seconds that no one sets back
      # @param timing [Hash] answer_seconds, open_seconds of the lines
      def initialize(clock, source, monotonic: -> { Process.clock_gettime(Process::CLOCK_MONOTONIC) }, **timing)
        super(clock)
        @source = source
        @monotonic = monotonic
        @timing = timing
        @lock = Monitor.new
        @signing = Mutex.new
        @readers = {}
        @due = Hash.new(0)
        @resting = {}
        @stopping = false
      end

      # Whatever goes on is left off, from any thread.
      def stop = @stopping = true

      # @return [Boolean] whether a line is wanted: it is not paused, and the person has not to be asked first
      def wanted? = !@stopping && server&.wanted?

      # @return [Store::ImapServer, nil] as it is now
      def server = Store::ImapServer.find_by(source_id: @source.id)

      # A line that stands, the person signed in; one after the other, so that a password that is refused is tried once.
      # @return [Post::ImapLine, nil] nil where none is wanted @raise [Failed]
      def connect
        @signing.synchronize do
          server = self.server
          return unless !@stopping && server&.wanted?

          line = Post::ImapLine.new(ConnectMailbox.to_post(server), marks: server.write_back, **@timing)
          line.connect.sign_in
        end
      rescue Failed => failed
        refused(failed) if failed.kind == :sign_in
        raise
      rescue Store::Seal::Broken => broken
        server.update!(refused_at: now)
        tell(broken.message)
        nil
      end

      # A line is up: which folders there are by now. @param line [Post::ImapLine] the one that watches
      def begin(line)
        KnowFolders.new(clock, @source).call(line)
        @lock.synchronize { readers.each_value(&:anew) }
        @due.clear
        tell(nil)
        server.update!(online_since: now)
        event("sources")
        @notified = line.notify(readers.values.map { _1.folder.name } - [watched&.folder&.name].compact)
        look(line, watched, again: TOLD_POLL_SECONDS) if watched
      end

      # Waits for what comes, and takes it in. @param seconds [Numeric] at most @raise [Failed]
      def watch(line, seconds)
        told = line.wait(seconds)
        own, others = told.partition { _1 == watched&.folder&.name }
        others.each { @due[_1] = 0 }
        look(line, watched, again: TOLD_POLL_SECONDS) if watched && (own.any? || @due[watched.folder.name] <= @monotonic.call)
      end

      # The next of what there is to do beside. @return [Boolean] whether there is more to do at once @raise [Failed]
      def work(line)
        return true if look_round(line)
        return true if server&.write_back && SendMarks.new(clock, @source).call(line)
        return true if SeekGone.new(clock, @source).call(line)

        read_on(line).tap { progress(_1) }
      end

      # The line is lost: told once it cannot be had again. @param failed [Failed]
      def lost(failed)
        return unless server

        server.update!(online_since: nil) if server.online_since
        tell("#{@source.path}: #{failed.message.delete_suffix(".")}. It is tried again by itself; what is here stays here.") unless
          failed.kind == :sign_in
      end

      def offline
        return unless server&.online_since

        server.update!(online_since: nil)
        event("sources")
      end

      private

      def refused(failed)
        server&.update!(refused_at: now)
        tell("#{@source.path}: #{failed.message} It is not tried again before you say so, under Mail in.")
      end

      # @return [Hash{Integer=>ReadFolder}] of the folders that are read, by number
      def readers
        @lock.synchronize do
          folders = Store::ImapFolder.where(source_id: @source.id).read.there.to_a
          days = server&.days
          @readers.slice!(*folders.map(&:id))
          folders.each do |folder|
            here = @readers[folder.id]
            next if here && here.days == days && here.folder.role == folder.role && here.folder.name == folder.name

            @readers[folder.id] = ReadFolder.new(clock, folder, @source.account, monotonic: @monotonic, days: days,
              stopping: -> { @stopping || !wanted_now? })
          end
          @readers.dup
        end
      end

      WANTED_SECONDS = 0.2

      # As {#wanted?}, asked often.
      def wanted_now?
        at = @monotonic.call
        return @wanted if @wanted_at && at - @wanted_at < WANTED_SECONDS

        @wanted_at = at
        @wanted = server&.wanted?
      end

      # The folder at which the line waits: the inbox, else another whose mail arrives.
      def watched
        fronts = readers.values.select { _1.folder.front? }
        fronts.find { _1.folder.to_core.inbox? } || fronts.first
      end

      # @param again [Numeric] seconds until it is looked at again, where nothing is told of it before
      def look(line, reader, again: POLL_SECONDS)
        reader.look(line)
        @due[reader.folder.name] = @monotonic.call + again
        told_of(reader)
      rescue Failed => failed
        refused_folder(line, reader, failed)
      end

      # What is refused of one folder keeps no other from being read.
      def refused_folder(line, reader, failed)
        raise failed unless failed.here?

        KnowFolders.new(clock, @source).call(line) if failed.kind == :folder
        folder = reader.folder
        @due[folder.name] = @resting[folder.id] = @monotonic.call + POLL_SECONDS
        folder.reload.tell("“#{folder.shown}” cannot be read. #{failed.message}", now) unless folder.gone_at
        event("sources")
      rescue ActiveRecord::RecordNotFound
        nil
      end

      # Other folders, each in its time. @return [Boolean] whether one was looked at
      def look_round(line)
        own = watched
        reader = readers.values.find { |each| each != own && @due[each.folder.name] <= @monotonic.call } or return false
        look(line, reader, again: @notified ? TOLD_POLL_SECONDS : POLL_SECONDS)
        true
      end

      # Those whose mail arrives come first.
      def read_on(line)
        reader = readers.values.sort_by { |each| [each.folder.front? ? 0 : 1, each.folder.id] }.find { |each| !done?(each) } or return false
        more = reader.read_on(line)
        told_of(reader)
        more || (done?(reader) && readers.values.any? { !done?(_1) })
      rescue Failed => failed
        refused_folder(line, reader, failed)
        true
      end

      def done?(reader) = !reader.waiting? || @resting.fetch(reader.folder.id, 0) > @monotonic.call

      def told_of(reader)
        event("sources") if reader.folder.tell(reader.problem, now)
      end

      # How fast it goes, and that it goes on: the page is told now and then.
      def progress(more)
        at = @monotonic.call
        letters = Store::ImapFolder.where(source_id: @source.id).sum(:letters_read)
        @began = [at, letters] if @began.nil? || !@more
        ended = @more && !more
        @more = more
        told = more && at - (@progress_at || 0) < PROGRESS_SECONDS
        return if told || !(more || ended)

        @progress_at = at
        passed = at - @began[0]
        server&.update!(pace: (more && passed.positive?) ? (letters - @began[1]) / passed : nil)
        event(ended ? "sources" : "reading")
        know_earlier if ended
      end

      # What tells of earlier mail was told while the earlier had not been read yet.
      def know_earlier
        ids = Store::ImapLetter.joins(:folder).where(imap_folders: {source_id: @source.id}, brought: true).where.not(message_id: nil)
          .order(message_id: :desc).pluck(:message_id)
        ids.each_slice(ReadFolder::MOST) { |some| break if @stopping || !transaction { Store::EarlierMail.tell(some) || true } }
        transaction { DecideAnew.new(clock).call }
      end

      def tell(words)
        @source.reload
        return if @source.problem == words

        @source.update!(problem: words, problem_since: words && (@source.problem_since || now))
        event("sources")
      rescue ActiveRecord::RecordNotFound
        nil # it is not read any more
      end
    end
  end
end
