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

      THREADS = "2:8"
      ADDRESS = Desk::ProveAddress::OWN_ADDRESS

      # @param lists [Integer, nil] the port on this machine at which a stand-in takes what is posted to lists
      # @param reach [Reach]
      def initialize(database:, clock:, reach:, script: nil, lists: nil, out: $stdout)
        @database = database
        @clock = clock
        @script = script
        @reach = reach
        @lists = lists && ["127.0.0.1", lists]
        @out = out
      end

      def run
        free!
        Store::Database.open(@database)
        Store::InUse.share(@database)
        @reach.ready!(@database)
        Web::App.set(:reached, @reach.reached)
        hub = Web::Hub.new(@database).start
        Store::Setting[ADDRESS] = @reach.address
        Web::App.set(:clock, @clock)
        Web::App.set(:script, @script)
        Web::App.set(:hub, hub)
        faults = Faults.new { hub.say("faults") }
        Web::App.set(:faults, faults)
        Web::App.set(:answers, Web::KeptAnswers.new(Store::Commits.new(@database)))
        launch(hub, at_work(faults))
      end

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

      def launch(hub, at_work)
        app = Web::App
        reach, out = @reach, @out
        configuration = Puma::Configuration.new do |config|
          reach.bind(config)
          config.threads(*THREADS.split(":").map(&:to_i))
          config.app app
          config.raise_exception_on_sigterm false
          config.force_shutdown_after 2
          config.log_requests false
        end
        events = Puma::Events.new
        events.after_booted do
          out.puts "Up Front is at #{reach.address}"
          out.puts "Its certificate’s fingerprint (SHA-256): #{reach.reached.fingerprint}" if reach.reached.fingerprint
          out.flush
        end
        Puma::Launcher.new(configuration, events: events, log_writer: Puma::LogWriter.null).run
      ensure
        at_work.each(&:stop)
        hub.stop
      end

      def free!
        TCPServer.new(@reach.host, @reach.port).close
      rescue Errno::EADDRINUSE
        raise CannotStart, "Port #{@reach.port} is in use. Is Up Front running already? Stop it, or give another port with --port."
      rescue Errno::EADDRNOTAVAIL, SocketError
        raise CannotStart, "This machine has no address #{@reach.host}. Give one that it has with --host, or 0.0.0.0 for all of them."
      rescue Errno::EACCES
        raise CannotStart, "Port #{@reach.port} may not be used by this account. Give one above 1023 with --port."
      end
    end
  end
end
