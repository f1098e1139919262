# frozen_string_literal: true

require "thor"

module UpFront
  module CLI
    # bin/post-office: the stand-in post office.
    class PostOffice < Thor
      POLL_SECONDS = 0.05

      def self.exit_on_failure? = true

      def self.run(arguments)
        start(arguments, debug: true)
        0
      rescue Thor::Error, Errno::ENOENT, Errno::EACCES, ArgumentError => error
        warn error.message
        1
      rescue SignalException # Ctrl-C among them
        0
      end

      class_option :mail, type: :string, required: true, desc: "The folder with a Maildir for each address"
      class_option :clock, type: :string, desc: "The clock's file; without it, the machine's clock"
      class_option :zone, type: :string, default: "Europe/Lisbon"

      desc "play", "Deliver a day's script as its moments come"
      option :script, type: :string, required: true
      option :smtp, type: :numeric, desc: "The port at which it takes letters by SMTP, on this machine alone; without it, it takes none"
      option :rules, type: :string, desc: "A file that says what it does with letters for some addresses"
      option :lists, type: :numeric, desc: "The port at which it takes requests to be taken off a list; without it, it takes none"
      def play
        Post::StandInLists.new(port: options[:lists]).start if options[:lists]
        script = Post::Script.new(options[:script])
        counter = open_counter
        loop do
          counter&.turn
          at = clock.now
          script.due(@played, at).each do |entry|
            office.deliver(script.raw(entry), to: entry.to, at: entry.at, zone: zone,
              unique: "#{entry.at.to_i}.script-#{File.basename(entry.file, ".eml")}.museum")
          end
          @played = at
          sleep POLL_SECONDS
        end
      end

      desc "deliver ADDRESS", "Deliver the message on standard input to an address now"
      long_desc "Example: post-office deliver wren@lanternquay.example --mail var/demo/mail --clock var/demo/clock.json < message.eml"
      def deliver(address)
        raw = $stdin.binmode.read
        raise ArgumentError, "Standard input held no message." if raw.strip.empty?

        at = clock.now
        say office.deliver(raw, to: address, at: at, zone: zone, unique: "#{at.to_i}.#{Process.pid}-#{rand(1_000_000)}.museum")
      end

      no_commands do
        def clock = @clock ||= options[:clock] ? Clock::Adjustable.new(options[:clock]) : Clock::System.new
        def zone = @zone ||= Core::Zone.new(options[:zone])

        def open_counter
          return unless options[:smtp]

          Post::StandIn.new(office, clock, zone, port: options[:smtp], rules: options[:rules]).tap(&:start)
        end

        def office = @office ||= Post::Office.new(options[:mail])
      end
    end
  end
end
