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
      SOUGHT = 50 # letters that are looked for at once

      # @param source [Store::Source] @param monotonic [#call] seconds that no one sets back
      # @param timing [Hash] answer_seconds, open_seconds of the lines
      def initialize(clock, source, monotonic: -> { Process.clock_gettime(Process::CLOCK_MONOTONIC) }, **timing)
        super(clock)
        @source = source
        @monotonic = monotonic
        @timing = timing
        @lock = Monitor.new
        @readers = {}
        @due = Hash.new(0)
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
        @lock.synchronize do
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
        know(line)
        @lock.synchronize { readers.each_value(&:anew) }
        @due.clear
        tell(nil)
        server.update!(online_since: now)
        event("sources")
        @notified = line.notify(readers.values.map { _1.folder.name } - [watched&.folder&.name].compact)
        watched ? look(line, watched) : false
      end

      # Waits for what comes, and takes it in. @param seconds [Numeric] at most @raise [Failed]
      def watch(line, seconds)
        told = line.wait(seconds)
        own, others = told.partition { _1 == watched&.folder&.name }
        others.each { @due[_1] = 0 }
        look(line, watched) if own.any? && watched
      end

      # The next of what there is to do beside. @return [Boolean] whether there is more to do at once @raise [Failed]
      def work(line)
        return true if look_round(line)
        return true if send_marks(line)
        return true if seek(line)

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

            @readers[folder.id] = ReadFolder.new(clock, folder, @source.account, days: days, stopping: -> { @stopping || !wanted_now? })
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

      def look(line, reader)
        reader.look(line)
        @due[reader.folder.name] = @monotonic.call + POLL_SECONDS
        told_of(reader)
      rescue Failed => failed
        raise unless failed.kind == :folder

        know(line)
      end

      # Other folders, each in its time. @return [Boolean] whether one was looked at
      def look_round(line)
        own = watched
        reader = readers.values.find { |each| each != own && @due[each.folder.name] <= @monotonic.call } or return false
        look(line, reader)
        @due[reader.folder.name] = @monotonic.call + (@notified ? TOLD_POLL_SECONDS : POLL_SECONDS)
        true
      end

      # Those whose mail arrives come first.
      def read_on(line)
        reader = readers.values.sort_by { |each| [each.folder.front? ? 0 : 1, each.folder.id] }.find { |each| !done?(each) } or return false
        more = reader.read_on(line)
        told_of(reader)
        more || (done?(reader) && readers.values.any? { !done?(_1) })
      rescue Failed => failed
        raise unless failed.kind == :folder

        know(line)
        true
      end

      def done?(reader) = !reader.waiting?

      def told_of(reader)
        problem = reader.problem
        return if reader.folder.problem == problem

        reader.folder.update!(problem: problem)
        event("sources")
      end

      # How fast it goes, and that it goes on: the page is told now and then.
      def progress(more)
        at = @monotonic.call
        letters = Store::ImapFolder.where(source_id: @source.id).sum(:letters_read)
        @began = [at, letters] if @began.nil? || !@more
        ended = @more && !more
        @more = more
        return unless ended || (more && at - (@progress_at || 0) >= PROGRESS_SECONDS)

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

      # Which folders there are by now. One that was read and is not there has another name, by which its letters have the same numbers,
      # or it is gone, and its letters with it.
      def know(line)
        there = line.folders.index_by(&:name)
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

      def back(folder) = folder.gone_at && folder.update!(gone_at: nil, problem: nil)

      def renamed(folder, there)
        transaction do
          folder.update!(name: there.name, shown: there.shown, use: there.use)
          @lock.synchronize { @readers.delete(folder.id) }
        end
      end

      def removed(folder)
        return if folder.gone_at

        transaction do
          folder.update!(gone_at: now, problem: "“#{folder.shown}” is not on the server any more. What came from it stays here.")
          letters = folder.letters.where(gone_at: nil)
          event("changed", ids: letters.where.not(message_id: nil).pluck(:message_id))
          letters.update_all(gone_at: now)
        end
      end

      # Where what has gone from a folder whose mail arrives is now: what was thrown away there leaves the Front.
      # @return [Boolean] whether there was anything to look for
      def seek(line)
        letters = Store::ImapLetter.joins(:folder).where(imap_folders: {source_id: @source.id, role: "front"}, went_to: nil)
          .where.not(gone_at: nil).order(:id).limit(SOUGHT).to_a
        return false if letters.empty?

        ids = Store::Message.where(id: letters.map(&:message_id)).pluck(:id, :message_id).to_h
        places = ids.to_h { [_1, ""] }
        Store::ImapFolder.where(source_id: @source.id).there.select { _1.to_core.away? }.each do |folder|
          line.examine(folder.name)
          ids.each { |id, text| places[id] = folder.shown if text && places[id].empty? && line.letter?(text) }
        end
        went(letters, places)
        true
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

      # @return [Boolean] whether there were any
      def send_marks(line)
        return false unless server&.write_back

        due = Store::ImapMark.due(@source.id)
        due.each { |folder_id, marks| mark(line, Store::ImapFolder.find(folder_id), marks) }
        due.any?
      end

      COLUMNS = {Seen: "seen", Flagged: "flagged"}.freeze
      private_constant :COLUMNS

      def mark(line, folder, marks)
        line.mark(folder.name, marks.transform_values { |letters| letters.map(&:uid) })
        letters = marks.values.flatten.uniq
        transaction do
          marks.each { |mark, some| Store::ImapLetter.where(id: some.map(&:id)).update_all(COLUMNS.fetch(mark) => true) }
          Store::ImapMark.where(letter_id: letters.map(&:id)).delete_all
        end
      rescue Failed => failed
        raise unless %i[folder refusal].include?(failed.kind)

        Store::ImapMark.where(letter_id: marks.values.flatten.map(&:id)).delete_all
        folder.update!(problem: "“#{folder.shown}” takes no marks: #{failed.message}")
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
