# frozen_string_literal: true

module UpFront
  module Desk
    # Reads one folder of a mailbox on a server: what is new, what has changed and gone there, and, newest first, what lay there before. It
    # keeps what it knows of the folder from one line to the next. What is new and what lay there before may be asked at once, over a line
    # each: what is noted of the folder is noted by one after the other.
    class ReadFolder < Act
      MOST = 100 # letters in one answer
      MOST_BYTES = 4 * 1024 * 1024
      NUMBERS = 2_000 # letters whose sizes or marks are asked for at once
      STEP = 1_000 # older letters that are read before whoever reads looks round
      TRIES = 3 # that a letter breaks the line before it is let be for a while
      LEFT_SECONDS = 600
      RECENT = 2_000 # letters whose marks are looked at often, where the server does not tell what has changed

      # Whoever reads was told to stop, or the numbers of the folder hold no more.
      class LeftOff < StandardError; end

      # @param folder [Store::ImapFolder] @param account [Store::Account] @param days [Integer, nil] how far back it is read; nil for all
      # @param stopping [#call] whether to leave off between two batches
      def initialize(clock, folder, account, monotonic:, days: nil, stopping: -> { false })
        super(clock)
        @folder = folder
        @days = days
        @stopping = stopping
        @monotonic = monotonic
        @taking = TakeLetters.new(clock, folder, account)
        @broke = Hash.new(0)
        @careful = 0
        @left = {} # why, and until when, by number
        @lock = Monitor.new
      end

      attr_reader :folder, :days

      # Another line stands: what was asked over the last holds no more.
      def anew
        @older = nil
        @all_marks = false
      end

      # What has come, changed and gone since the last look. @return [Boolean] whether there was any of it
      # @raise [Post::ImapLine::Failed]
      def look(line)
        stands = line.examine(@folder.name, validity: @folder.validity, modseq: @folder.modseq)
        number_anew(stands) unless @folder.validity == stands.validity
        came = come(line, stands)
        changed = mark(stands.changed || marks_of(line))
        gone = go(stands.vanished || missing(line, stands, came))
        remember(stands)
        [came, changed, gone].any?(&:positive?)
      rescue LeftOff
        false
      end

      # Some of what lay there before, the newest first. @return [Boolean] whether there is more @raise [Post::ImapLine::Failed]
      def read_on(line)
        return false if @folder.validity.nil? || (@folder.read_through && !waiting?)
        validity = @folder.validity
        return false unless line.examine(@folder.name).validity == validity

        older = older(line)
        left = older.size
        some = older.first(STEP)
        take(line, some) { |fetched| progressed(fetched, left -= fetched.size) }
        older.shift(some.size)
        finish(validity) if older.empty?
        older.any?
      rescue LeftOff
        anew
        false
      end

      # @return [Boolean] whether what lay there before is not known yet over this line, or is not read
      def waiting? = @older.nil? || @older.any? || again.any?

      # @return [String, nil] what of it could not be taken in, for the person
      def problem
        return if @left.empty?

        count = Core::English.sentence(Core::English.count(@left.size, "letter"))
        stays, tried = (@left.size == 1) ? ["It stays", "is"] : ["They stay", "are"]
        "#{count} of “#{@folder.shown}” could not be taken in yet (#{@left.values.last[0]}). #{stays} on the server, and #{tried} tried " \
          "again every #{LEFT_SECONDS / 60} minutes."
      end

      private

      def remember(stands)
        @lock.synchronize do
          @folder.update!(modseq: stands.modseq, held: stands.exists) if @folder.modseq != stands.modseq || @folder.held != stands.exists
        end
      end

      # All numbers hold no more, or none is known yet (RFC 3501, section 2.3.1.1): what is there is read as what lay there before, and
      # what is here already is found again by what it says.
      def number_anew(stands)
        @lock.synchronize { forget_numbers(stands) }
        stands.changed = {}
        stands.vanished = []
        anew
      end

      def forget_numbers(stands)
        transaction do
          @folder.letters.where(message_id: nil).delete_all
          @folder.letters.where("uid > 0").update_all("uid = -id")
          @folder.update!(validity: stands.validity, next_uid: stands.next_uid, modseq: nil, held: nil, read_through: false,
            letters_read: 0, bytes_read: 0)
        end
      end

      def come(line, stands)
        return 0 unless @folder.next_uid < stands.next_uid

        uids = (@folder.next_uid...stands.next_uid).to_a
        taken = take(line, uids) { |fetched| @folder.update!(next_uid: fetched.map(&:uid).max + 1) }
        @lock.synchronize { @folder.update!(next_uid: stands.next_uid) } # the last of them may have gone meanwhile
        taken
      end

      # @param uids [Array<Integer>] in the order in which they are wanted @yield [Array<Post::ImapLine::Fetched>] those that were taken, in
      #   the transaction @return [Integer] how many
      def take(line, uids, &noted)
        taken = 0
        validity = @folder.validity
        Post::Batch.each(enum_for(:each_letter, line, uids - @left.keys).lazy) do |batch|
          @lock.synchronize do
            raise LeftOff unless @folder.validity == validity # the numbers hold no more

            lost = @taking.call(batch, &noted)
            lost.each { |fetched, why| leave(fetched.uid, why) }
            taken += batch.size - lost.size
          end
        end
        taken
      end

      # The next are fetched while some are worked on. @yield [Array(Post::Letter, Post::ImapLine::Fetched)]
      def each_letter(line, uids)
        ahead = SizedQueue.new(1)
        fetching = Thread.new do
          fetch_all(line, uids) { ahead << _1 }
          ahead << nil
        rescue => error
          ahead << error
        end
        while (fetched = ahead.pop)
          raise fetched if fetched.is_a?(StandardError) # LeftOff too

          fetched.each { yield [Post::Letter.new(_1.raw), _1] }
        end
      ensure
        give_up(fetching, line)
      end

      # Whoever wanted them wants no more: what is asked is not waited for, so that the line is of no use.
      def give_up(fetching, line)
        return unless fetching&.alive? && fetching.join(0.01).nil?

        line.close
        fetching.kill.join
      end

      # @yield [Array<Post::ImapLine::Fetched>]
      def fetch_all(line, uids)
        uids.each_slice(NUMBERS) do |some|
          sizes = line.sizes(some)
          groups(some.select { sizes.key?(_1) }, sizes).each do |group|
            raise LeftOff if @stopping.call

            yield fetch(line, group, sizes)
          end
        end
      end

      # Parts of what is asked for, none too large for one answer. @return [Enumerator] of arrays of UIDs
      def groups(uids, sizes)
        Enumerator.new do |yielder|
          until uids.empty?
            most = @careful.positive? ? 1 : MOST
            bytes = 0
            group = uids.take_while.with_index { |uid, place| place < most && ((bytes += sizes[uid]) <= MOST_BYTES || place.zero?) }
            uids = uids.drop(group.size)
            yielder << group
          end
        end
      end

      def fetch(line, group, sizes)
        large, common = group.partition { sizes[_1] > Post::ImapLine::IN_PARTS }
        whole = common.any? ? line.letters(sizes.slice(*common)).to_h { [_1.uid, _1] } : {}
        fetched = group.filter_map { |uid| large.include?(uid) ? line.letter(uid, sizes[uid], most: Post::Letter::MAX_BYTES) : whole[uid] }
        @careful -= 1 if @careful.positive?
        fetched
      rescue Post::ImapLine::Failed => failed
        broken(group, failed)
        raise
      end

      # One of them may be what breaks the line: they are asked for one by one, and which one it is is let be for a while.
      def broken(group, failed)
        return @careful = [@careful, group.size].max if group.size > 1

        leave(group.first, failed.message.delete_suffix(".")) if (@broke[group.first] += 1) >= TRIES
      end

      def leave(uid, why) = @left[uid] = [why, @monotonic.call + LEFT_SECONDS]

      # @return [Array<Integer>] what was let be long enough
      def again = @left.select { |_, (_, until_at)| until_at <= @monotonic.call }.keys

      # Numbers of what lay there before and is not here, the newest first.
      def older(line)
        due = again.each { @left.delete(_1) }
        @older&.concat(due)
        @older ||= begin
          known = @folder.letters.where("uid > 0").pluck(:uid).to_set
          since = @days && (now - @days * 86_400).to_date
          line.uids(since: since).select { _1 < @folder.next_uid && !known.include?(_1) }.reverse - @left.keys
        end
        @older.tap { |uids| expect(uids) }
      end

      def expect(uids)
        return if @folder.letters_left == uids.size

        @lock.synchronize { @folder.update!(letters_left: uids.size, bytes_left: mean_bytes * uids.size) }
      end

      # In the transaction that takes them in.
      def progressed(fetched, left)
        @folder.letters_read += fetched.size
        @folder.bytes_read += fetched.sum { _1.size.to_i }
        @folder.update!(letters_left: left, bytes_left: mean_bytes * left)
      end

      def mean_bytes = @folder.letters_read.positive? ? @folder.bytes_read / @folder.letters_read : 0

      # What had another number before and was not found again has gone.
      def finish(validity)
        return if @folder.read_through

        @lock.synchronize do
          next unless @folder.validity == validity

          transaction do
            gone(@folder.letters.where("uid < 0").where(gone_at: nil).to_a)
            @folder.update!(read_through: true, letters_left: 0, bytes_left: 0)
          end
        end
      end

      # Where the server does not tell what has changed: all marks once over each line, then those of the newest.
      def marks_of(line)
        known = @folder.letters.here.order(:uid).pluck(:uid)
        known = known.last(RECENT) if @all_marks
        @all_marks = true
        known.each_slice(NUMBERS).map { line.flags(_1) }.reduce({}, :merge)
      end

      # Marks as the server has them now; what is otherwise than it told last becomes so here. @return [Integer] messages that changed
      def mark(told)
        told.each_slice(NUMBERS).sum do |some|
          by_uid = some.to_h
          transaction do
            ids = @folder.letters.here.where(uid: by_uid.keys).filter_map { marked(_1, by_uid[_1.uid]) }
            event("changed", ids: ids) if ids.any?
            ids.size
          end
        end
      end

      # @return [Integer, nil] the message that changed
      def marked(letter, flags)
        letter.assign_attributes(seen: flags.include?(:Seen), flagged: flags.include?(:Flagged), answered: flags.include?(:Answered))
        changed = letter.changes.keys
        return if changed.empty?

        letter.save!
        state = letter.message_id && Store::State.find_by(message_id: letter.message_id) or return
        state.unread = !letter.seen if changed.include?("seen") && state.came != "quiet"
        state.flagged = letter.flagged if changed.include?("flagged")
        state.answered_elsewhere = letter.answered if changed.include?("answered")
        state.changed? && state.save! && state.message_id || nil
      end

      # @return [Array<Integer>] what is known and not there any more, where the server does not tell of it
      def missing(line, stands, came)
        return [] if @folder.held && stands.exists == @folder.held + came

        @folder.letters.here.pluck(:uid) - line.uids
      end

      def go(uids)
        uids.each_slice(NUMBERS).sum do |some|
          transaction { gone(@folder.letters.here.where(uid: some).to_a) }
        end
      end

      def gone(letters)
        return 0 if letters.empty?

        Store::ImapLetter.where(id: letters.map(&:id)).update_all(gone_at: now)
        event("changed", ids: letters.filter_map(&:message_id))
        letters.size
      end
    end
  end
end
