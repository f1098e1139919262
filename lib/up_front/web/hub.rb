# frozen_string_literal: true

require "sqlite3"

module UpFront
  module Web
    # Hands what happened to every open page. One thread writes to all of them without waiting for any; it
    # finds new events by asking SQLite whether anything was committed, so events of other programs that
    # work on the same database (an import on the command line) reach the pages too.
    class Hub
      POLL_SECONDS = 0.05
      BEAT_SECONDS = 10 # a page that went away shows only on writing
      MOST_MISSED = 500 # a page that missed more is told to read everything anew
      MOST_PENDING = 256 * 1024

      Page = Struct.new(:io, :pending)

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
        @lock.synchronize { @pages.each { close(_1) } && @pages.clear }
        [@commits, @catching_up].each { _1&.close }
      end

      # Tells every page what is not in the database: that the list of what fails has changed. @param kind [String]
      def say(kind) = send_all("event: #{kind}\ndata: {}\n\n")

      # @param io [IO] the page's socket, which is the hub's from now on @param since [Integer, nil] the last event it saw
      def add(io, since: nil)
        page = Page.new(io, +"")
        page.pending << "retry: 1000\n\n"
        @lock.synchronize do
          page.pending << catch_up(since) << "event: hello\ndata: {}\n\n"
          flush(page)
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
      # are in the database and are not lost.
      def turn
        sleep POLL_SECONDS
        text = @commits.any? ? news : ""
        if monotonic - @beat > BEAT_SECONDS
          text += "event: beat\ndata: {}\n\n"
          @beat = monotonic
        end
        send_all(text) unless text.empty?
      rescue SQLite3::Exception => error
        warn "#{error.class}: #{error.message}"
      end

      def monotonic = Process.clock_gettime(Process::CLOCK_MONOTONIC)
      def last_id = @commits.ask("SELECT ifnull(max(id), 0) FROM events").dig(0, 0)

      def news
        rows = @commits.ask("SELECT id, kind, payload FROM events WHERE id > ? ORDER BY id", @last)
        @last = rows.last[0] if rows.any?
        rows.map { frame(_1) }.join
      end

      # Under the lock: what a page missed up to what the others have been sent.
      def catch_up(since)
        return "" unless since
        @catching_up ||= Store::Commits.new(@path) # a connection serves one thread; this one the lock's
        newest = @catching_up.ask("SELECT ifnull(max(id), 0) FROM events").dig(0, 0) # some of them may not have been sent to anybody yet
        return "id: #{@last}\nevent: reload\ndata: {}\n\n" if since > newest || @last - since > MOST_MISSED

        @catching_up.ask("SELECT id, kind, payload FROM events WHERE id > ? AND id <= ? ORDER BY id", since, @last).map { frame(_1) }.join
      end

      def frame((id, kind, payload)) = "id: #{id}\nevent: #{kind}\ndata: #{payload}\n\n"

      def send_all(text)
        @lock.synchronize do
          gone = @pages.reject do |page|
            page.pending << text
            flush(page)
          end
          gone.each { close(_1) }
          @pages -= gone
        end
      end

      # @return [Boolean] false when the page is gone, or reads so slowly that it had better come back
      def flush(page)
        until page.pending.empty?
          written = page.io.write_nonblock(page.pending, exception: false)
          return page.pending.bytesize < MOST_PENDING if written == :wait_writable

          page.pending = page.pending.byteslice(written..)
        end
        true
      rescue IOError, SystemCallError
        false
      end

      def close(page)
        page.io.close
      rescue IOError, SystemCallError
        nil
      end
    end
  end
end
