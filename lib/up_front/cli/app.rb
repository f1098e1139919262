# frozen_string_literal: true

require "thor"

module UpFront
  module CLI
    # bin/upfront: what scripts and terminals can do.
    class App < Thor
      # A wrong use of the command; exit 2.
      class Usage < StandardError; end

      REFUSALS = [Core::Refused, Desk::Act::Impossible, Post::MailFile::NoMail, Post::Maildir::Unusable, Store::Database::Unusable, Web::Server::CannotStart].freeze

      def self.exit_on_failure? = true

      # @param arguments [Array<String>] @return [Integer] the exit status
      def self.run(arguments)
        start(arguments, debug: true)
        0
      rescue Usage, Thor::Error => error
        warn error.message
        2
      rescue *REFUSALS, Errno::ENOENT, Errno::EACCES => error
        warn error.message
        1
      rescue Interrupt
        130
      end

      class_option :database, type: :string, desc: "The database file (else UP_FRONT_DATABASE, else var/up_front.sqlite3)"

      desc "serve", "Start Up Front and print its address"
      long_desc "Example: upfront serve --database ~/up_front.sqlite3 --port 4600"
      option :port, type: :numeric, default: 4567
      option :host, type: :string, default: "127.0.0.1"
      option :clock, type: :string, desc: "The file of a clock that can be set (the demo's)"
      option :script, type: :string, desc: "The folder of the day that the post office plays"
      def serve
        clock = options[:clock] ? Clock::Adjustable.new(options[:clock]) : Clock::System.new
        script = options[:script] && Post::Script.new(options[:script])
        Web::Server.new(database: database, clock: clock, script: script, host: options[:host], port: options[:port].to_i).run
      end

      desc "import FILE…", "Bring in .eml and mbox files; goes on where it had stopped, doubles nothing"
      long_desc "Example: upfront import --as-new ~/old-mail.mbox"
      option :as_new, type: :boolean, default: false, desc: "Treat old mail as arriving too"
      option :account, type: :string, desc: "The account's name or address"
      option :mailbox, type: :string, default: "INBOX"
      def import(*files)
        raise Usage, "Give one file or more: upfront import FILE…" if files.empty?

        Store::Database.open(database)
        Import.new(account: options[:account], mailbox: options[:mailbox], as_new: options[:as_new]).call(files)
      end

      desc "setup", "Say whose mail it is, without the page"
      long_desc "Example: upfront setup --name 'Wren Adeyemi' --address wren@lanternquay.example --organisation lanternquay.example --time-zone Europe/Lisbon"
      option :name, type: :string, required: true
      option :address, type: :string, repeatable: true, required: true
      option :organisation, type: :string, repeatable: true, default: []
      option :time_zone, type: :string, required: true
      def setup
        Store::Database.open(database)
        owner = {"name" => options[:name], "addresses" => options[:address], "organisation" => options[:organisation], "time_zone" => options[:time_zone]}
        say Desk::SetUp.new(Clock::System.new).call(owner).words
      end

      desc "source PATH", "Take in the mail of a Maildir, which is only ever read"
      long_desc "Example: upfront source ~/Maildir"
      def source(path)
        Store::Database.open(database)
        say Desk::AddSource.new(Clock::System.new).call(path).words
      end

      desc "version", "Print the version"
      def version = say(VERSION)

      no_commands do
        def database = File.expand_path(options[:database] || ENV["UP_FRONT_DATABASE"] || File.join(ROOT, "var", "up_front.sqlite3"))
      end
    end
  end
end
