# frozen_string_literal: true

require "io/wait"

module UpFront
  module Service
    # Reads every source, each in threads of its own: one that hangs, or holds letters that take long, keeps neither another from being
    # read nor what has come from being announced. Folders on this machine are looked at ten times a second; {MailboxLine} follows those
    # on a server.
    class Mailboxes
      SECONDS = 0.1
      LISTED_SECONDS = 1 # between looks at which sources there are

      # @param clock [#now] @yield gives new {Attempts}: each thread has its own
      def initialize(clock, &attempts)
        @clock = clock
        @attempts = attempts
        @own = attempts.call
        @readers = {}
      end

      def start
        @stopped, @stopping = IO.pipe
        @thread = Thread.new { list until @stopped.wait_readable(LISTED_SECONDS) }
        list
        self
      end

      def stop
        @stopping&.close
        [@thread, *@readers.values.flat_map(&:stop)].compact.each { _1.join(STOP_SECONDS) }
      end

      STOP_SECONDS = 5 # one that hangs in a file system that does not answer is left behind

      # Every folder on this machine once, one after another.
      def look = sources.select { _1.kind == "maildir" }.each { |source| reader(source).look }

      private

      def sources = @own.call("the list of sources") { Store::Rulebook.exists? ? Store::Source.order(:id).to_a : [] } || []

      LISTED = Store::PreparedStatement.new("SELECT (SELECT count(*) FROM rulebooks), sources.id, imap_servers.turn FROM sources " \
        "LEFT JOIN imap_servers ON imap_servers.source_id = sources.id ORDER BY sources.id")
      private_constant :LISTED

      # Whether others are there than the last time, or one is to be read otherwise; asked every second.
      def others?
        now = @own.call("the list of sources") { LISTED.call([]) }
        turned(now) if now && @listed
        (now.nil? || now != @listed).tap { @listed = now }
      end

      def turned(now)
        before = @listed.to_h { |_, id, turn| [id, turn] }
        now.each { |_, id, turn| @readers[id]&.changed if before.key?(id) && before[id] != turn }
      end

      def list
        return unless others?

        here = sources
        return @listed = nil if @own.failing?("the list of sources") # asked again the next time

        here.each { |source| reader(source).start }
        (@readers.keys - here.map(&:id)).each { |id| @readers.delete(id).stop }
      end

      def reader(source)
        @readers[source.id] ||= (source.kind == "imap") ? MailboxLine.new(@clock, source, @attempts) :
          Reader.new(source, Desk::ReadSource.new(@clock, source), @attempts.call)
      end

      # One folder on this machine.
      class Reader
        def initialize(source, reading, attempts)
          @name = "reading #{source.path}"
          @reading = reading
          @attempts = attempts
        end

        def look = @attempts.call(@name) { @reading.call }

        def start
          @thread ||= Thread.new do
            until @stopping
              look
              sleep SECONDS
            end
            @attempts.forget(@name)
          end
        end

        # @return [Array<Thread>] that end
        def stop
          @stopping = true
          [@thread].compact
        end
      end
      private_constant :Reader
    end
  end
end
