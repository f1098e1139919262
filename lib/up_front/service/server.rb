# frozen_string_literal: true

require "puma"
require "puma/configuration"
require "puma/launcher"

module UpFront
  module Service
    # The running product: the database, what reads the sources, what announces, the hub, and Puma.
    class Server
      # It cannot start; the message is for the person.
      class CannotStart < StandardError; end

      LOOPBACK = %w[127.0.0.1 localhost ::1].freeze
      THREADS = "2:8"
      ADDRESS = Desk::ProveAddress::OWN_ADDRESS

      # @param lists [Integer, nil] the port on this machine at which a stand-in takes what is posted to lists
      def initialize(database:, clock:, script: nil, host: "127.0.0.1", port: 4567, lists: nil, out: $stdout)
        raise CannotStart, "Up Front listens on this machine alone; #{host} would let others read the mail." unless LOOPBACK.include?(host)

        @database = database
        @clock = clock
        @script = script
        @host = host
        @port = port
        @lists = lists && ["127.0.0.1", lists]
        @out = out
      end

      def run
        free!
        Store::Database.open(@database)
        Store::InUse.share(@database)
        hub = Web::Hub.new(@database).start
        Store::Setting[ADDRESS] = address
        Web::App.set(:clock, @clock)
        Web::App.set(:script, @script)
        Web::App.set(:hub, hub)
        faults = Faults.new { hub.say("faults") }
        Web::App.set(:faults, faults)
        Web::App.set(:answers, Web::KeptAnswers.new(Store::Commits.new(@database)))
        launch(hub, at_work(faults))
      end

      def address = "http://#{authority}"

      private

      # Mail is read, what has come is announced, and the rest is done, each without waiting for the others.
      def at_work(faults)
        attempts = -> { Attempts.new(@clock, faults: faults) }
        work = {Work.announcing(@clock) => Watcher::SECONDS, Work.beside(@clock) => Watcher::UNHURRIED_SECONDS,
                Work.outgoing(@clock, stand_in: @lists) => Watcher::UNHURRIED_SECONDS, Work.following(@clock) => Watcher::UNHURRIED_SECONDS}
        watchers = work.map do |parts, seconds|
          Watcher.new(@clock, parts, attempts.call, commits: Store::Commits.new(@database), seconds: seconds)
        end
        [Mailboxes.new(@clock, &attempts), *watchers].each(&:start)
      end

      # RFC 3986, section 3.2.2: an IPv6 address stands in brackets.
      def authority = "#{@host.include?(":") ? "[#{@host}]" : @host}:#{@port}"

      def launch(hub, at_work)
        app = Web::App
        place, out = authority, @out
        configuration = Puma::Configuration.new do |config|
          config.bind "tcp://#{place}"
          config.threads(*THREADS.split(":").map(&:to_i))
          config.app app
          config.raise_exception_on_sigterm false
          config.force_shutdown_after 2
          config.log_requests false
        end
        events = Puma::Events.new
        events.after_booted do
          out.puts "Up Front is at http://#{place}"
          out.flush
        end
        Puma::Launcher.new(configuration, events: events, log_writer: Puma::LogWriter.null).run
      ensure
        at_work.each(&:stop)
        hub.stop
      end

      def free!
        TCPServer.new(@host, @port).close
      rescue Errno::EADDRINUSE
        raise CannotStart, "Port #{@port} is in use. Is Up Front running already? Stop it, or give another port with --port."
      rescue Errno::EACCES
        raise CannotStart, "Port #{@port} may not be used by this account. Give one above 1023 with --port."
      end
    end
  end
end
