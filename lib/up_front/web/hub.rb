# frozen_string_literal: true

module UpFront
  module Web
    # Hands what happened to every open page. One thread writes to all of them without waiting for any; it
    # finds new events by asking SQLite whether anything was committed, so events of other programs that
    # work on the same database (an import on the command line) reach the pages too.
    class Hub
      POLL_SECONDS = 0.05
      BEAT_SECONDS = 10 # a page that went away shows only on writing
      MOST_MISSED = 500 # a page that missed more is told to read everything anew
      ANYBODY = -> { true }

      def initialize(path)
        @path = path
        @pages = []
        @lock = Mutex.new
      end

      def start
        @commits = Store::Commits.new(@path)
        @last = last_id
        @thread = Thread.new { run }
        self
      end

      def stop
        @stopping = true
        @thread&.join
        @lock.synchronize { @pages.each(&:close) && @pages.clear }
        [@commits, @catching_up].each { _1&.close }
      end

      # Tells every page what is not in the database: that the list of what fails has changed. @param kind [String]
      def say(kind) = tell("event: #{kind}\ndata: {}\n\n")

      # @param io [IO] the page's socket, which is the hub's from now on @param since [Integer, nil] the last event it saw
      # @param allowed [#call] asked before anything is said: whether the page may still hear
      def add(io, since: nil, allowed: ANYBODY)
        page = HubPage.of(io, allowed)
        @lock.synchronize do
          page << "retry: 1000\n\n#{catch_up(since)}event: hello\ndata: {}\n\n"
          @pages << page
        end
      end

      def size = @lock.synchronize { @pages.size }

      private

      def run
        @beat = monotonic
        turn until @stopping
      end

      # A fault in one turn (the database busy for long, say) is told, and the next turn tries again: events
      # are in the database and are not lost. Whoever was signed out before something happened does not hear of it.
      def turn
        sleep POLL_SECONDS
        @committed ||= @commits.any?
        beats = monotonic - @beat > BEAT_SECONDS
        return unless @committed || beats

        rows = @committed ? news : []
        leave_out
        tell(rows.map { frame(_1) }.join + (beats ? "event: beat\ndata: {}\n\n" : ""), rows.last&.first)
        @committed = false
        @beat = monotonic if beats
      rescue => error # whatever it is: without this thread no page hears anything any more
        warn "#{error.class}: #{error.message}"
      end

      def monotonic = Process.clock_gettime(Process::CLOCK_MONOTONIC)
      def last_id = @commits.ask("SELECT ifnull(max(id), 0) FROM events").dig(0, 0)

      def news = @commits.ask("SELECT id, kind, payload FROM events WHERE id > ? ORDER BY id", @last)

      # Under the lock: what a page missed up to what the others have been sent.
      def catch_up(since)
        return "" unless since
        @catching_up ||= Store::Commits.new(@path) # a connection serves one thread; this one the lock's
        newest = @catching_up.ask("SELECT ifnull(max(id), 0) FROM events").dig(0, 0) # some of them may not have been sent to anybody yet
        return "id: #{@last}\nevent: reload\ndata: {}\n\n" if since > newest || @last - since > MOST_MISSED

        @catching_up.ask("SELECT id, kind, payload FROM events WHERE id > ? AND id <= ? ORDER BY id", since, @last).map { frame(_1) }.join
      end

      def frame((id, kind, payload)) = "id: #{id}\nevent: #{kind}\ndata: #{payload}\n\n"

      # @param upto [Integer, nil] the last event that is told
      def tell(text, upto = nil)
        @lock.synchronize do
          @last = upto if upto
          drop { |page| !(page << text) } unless text.empty?
        end
      end

      # Those who have been signed out meanwhile.
      def leave_out = @lock.synchronize { drop { |page| !page.allowed? } }

      # Under the lock. @yield [HubPage] whether it goes
      def drop(&goes)
        gone, @pages = @pages.partition(&goes)
        gone.each(&:close)
      end
    end
  end
end
