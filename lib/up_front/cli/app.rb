# frozen_string_literal: true

require "thor"

module UpFront
  module CLI
    # bin/upfront: what scripts and terminals can do.
    class App < Thor
      # A wrong use of the command; exit 2.
      class Usage < StandardError; end

      STANDARD_INPUT = "/dev/stdin" # what a bare "-" means; Thor would take it for an option

      def self.exit_on_failure? = true

      # @param arguments [Array<String>] @return [Integer] the exit status
      def self.run(arguments)
        arguments = ["help", *arguments.grep_v(/\A-/).first(1)] if arguments.intersect?(%w[--help -h])
        start(arguments.map { (_1 == "-") ? STANDARD_INPUT : _1 }, debug: true)
        0
      rescue Usage, Thor::Error => error
        warn error.message
        2
      rescue *refusals, Errno::ENOENT, Errno::EACCES => error
        warn told(error)
        1
      rescue Interrupt
        130
      end

      # Named only when something is raised: a command loads what it needs, and most need neither desk nor store nor server.
      def self.refusals
        [Unusable, Core::Refused, Desk::Act::Impossible, Post::MailFile::NoMail, Post::Maildir::Unusable, Store::Database::Unusable,
          Store::Backup::Impossible, Desk::Pack::Impossible, Service::Server::CannotStart]
      end

      # In words, where no file of the person's was read in which a place could be pointed at.
      def self.told(error) = error.is_a?(Core::Refused) ? error.faults.map(&:said).join("\n") : error.message
      private_class_method :refusals, :told

      check_unknown_options!

      class_option :database, type: :string, desc: "The database file (else UP_FRONT_DATABASE, else var/up_front.sqlite3)"

      desc "serve", "Start Up Front and print its address"
      long_desc "Example: upfront serve --database ~/up_front.sqlite3 --port 4600"
      option :port, type: :numeric, default: 4567
      option :host, type: :string, default: "127.0.0.1", desc: "The address to listen on; others than this machine's own want a passphrase"
      option :name, type: :string, repeatable: true, default: [], desc: "The name by which others reach it"
      option :certificate, type: :string, desc: "A certificate in PEM; without it one is made where others reach it"
      option :key, type: :string, desc: "Its key in PEM, where that is another file"
      option :proxied, type: :boolean, default: false, desc: "Another server on this machine does the TLS and hands requests on"
      option :clock, type: :string, desc: "The file of a clock that can be set (the demo's)"
      option :script, type: :string, desc: "The folder of the day that the post office plays"
      option :lists, type: :numeric, desc: "The port of a stand-in for the servers of mailing lists (the demo's)"
      def serve
        clock = options[:clock] ? Clock::Adjustable.new(options[:clock]) : Clock::System.new
        script = options[:script] && Post::Script.new(options[:script])
        reach = Service::Reach.new(host: options[:host], port: options[:port].to_i, now: Clock::System.new.now, names: options[:name],
          certificate: options[:certificate], key: options[:key], proxied: options[:proxied])
        Service::Server.new(database: database, clock: clock, script: script, reach: reach, lists: options[:lists]&.to_i).run
      end

      desc "import FILE…", "Bring in .eml and mbox files; goes on where it had stopped, doubles nothing"
      long_desc "Example: upfront import --as-new ~/old-mail.mbox"
      option :as_new, type: :boolean, default: false, desc: "Treat old mail as arriving too"
      option :account, type: :string, desc: "The account's name or address"
      option :mailbox, type: :string, default: "INBOX"
      def import(*files)
        raise Usage, "Give one file or more: upfront import FILE…" if files.empty?

        open_owned
        Import.new(account: options[:account], mailbox: options[:mailbox], as_new: options[:as_new]).call(files)
      end

      desc "setup", "Say whose mail it is, without the page"
      long_desc "Example: upfront setup --name 'Wren Adeyemi' --address wren@lanternquay.example --organisation lanternquay.example " \
        "--time-zone Europe/Lisbon"
      option :name, type: :string, required: true
      option :address, type: :string, repeatable: true, required: true
      option :organisation, type: :string, repeatable: true, default: []
      option :time_zone, type: :string, required: true
      def setup
        Store::Database.open(database)
        owner = {"name" => options[:name], "addresses" => options[:address], "organisation" => options[:organisation],
                 "time_zone" => options[:time_zone]}
        say Desk::SetUp.new(Clock::System.new).call(owner).message
      end

      desc "source PATH", "Take in the mail of a Maildir, which is only ever read"
      long_desc "Example: upfront source ~/Maildir"
      def source(path)
        open_owned
        say Desk::AddSource.new(Clock::System.new).call(path).message
      end

      desc "decide FILE…", "Print the claim on each message of .eml and mbox files, or `-`, as JSON lines"
      long_desc <<~WORDS
        Needs no server and no database. The arrival is --at, else the topmost Received header's date, else Date.
        \x05Example: upfront decide --rulebook rules.json --at 2027-03-09T09:14:00+00:00 message.eml
        \x05Example: upfront decide --rulebook rules.json --history sent.mbox --pretty - < inbox.mbox
        \x05Example: upfront decide --rulebook rules.json --house office.json message.eml
      WORDS
      option :house, type: :string, repeatable: true, default: [], desc: "An edition of house rules that is followed too"
      option :rulebook, type: :string, required: true, desc: "The rulebook's file, or `-`"
      option :at, type: :string, desc: "The arrival, ISO 8601 with offset"
      option :account, type: :string, desc: "The account's name"
      option :mailbox, type: :string, desc: "The mailbox (INBOX)"
      option :heads_down, type: :string, desc: "FROM/TO, two times"
      option :history, type: :string, repeatable: true, default: [], desc: "Earlier mail: an mbox"
      option :pretty, type: :boolean, default: false, desc: "For reading"
      def decide(*files)
        mail_given!(files, "decide --rulebook R.json")
        at, heads_down = options[:at] && time(options[:at], "--at"), span(options[:heads_down])
        rulebook = HouseFile.followed(rulebook_for_mail, options[:house])
        Decide.new(rulebook, history: History.new(options[:history], rulebook.names), at: at, heads_down: heads_down,
          account: options[:account], mailbox: options[:mailbox], pretty: options[:pretty]).call(files)
      end

      desc "why MESSAGE…", "Say why a rule did not decide messages of .eml and mbox files, or `-`"
      long_desc <<~WORDS
        What held and what did not, what was found in its place, and the smallest changes with which the rule would match.
        \x05Example: upfront why --rulebook rules.json --rule 'Lenders come straight in' message.eml
        \x05Example: upfront why --rulebook rules.json --rule Newsletters --json - < inbox.mbox
      WORDS
      option :rulebook, type: :string, required: true, desc: "The rulebook's file, or `-`"
      option :rule, type: :string, required: true, desc: "The rule's name"
      option :at, type: :string, desc: "The arrival, ISO 8601 with offset"
      option :account, type: :string, desc: "The account's name"
      option :mailbox, type: :string, desc: "The mailbox (INBOX)"
      option :history, type: :string, repeatable: true, default: [], desc: "Earlier mail: an mbox"
      option :json, type: :boolean, default: false, desc: "As JSON, an object a message"
      option :pretty, type: :boolean, default: false, desc: "JSON for reading"
      def why(*files)
        mail_given!(files, "why --rulebook R.json --rule NAME")
        at = options[:at] && time(options[:at], "--at")
        rulebook = rulebook_for_mail
        Why.new(rulebook, name: options[:rule], json: options[:json] || options[:pretty], at: at,
          history: History.new(options[:history], rulebook.names), account: options[:account], mailbox: options[:mailbox],
          pretty: options[:pretty]).call(files)
      end

      desc "replay MAIL…", "Say what two rulebooks make of the same .eml and mbox files, or `-`, and where they differ"
      long_desc <<~WORDS
        Each message arrives when its topmost Received header says, else its Date; one with neither is left out and counted.
        \x05Example: upfront replay --rulebook rules.json --against new-rules.json inbox.mbox
        \x05Example: upfront replay --rulebook rules.json --against new-rules.json --from 2027-03-01 --until 2027-03-07 --json - < inbox.mbox
      WORDS
      option :rulebook, type: :string, required: true, desc: "The one rulebook's file, or `-`"
      option :against, type: :string, required: true, desc: "The other's"
      option :from, type: :string, desc: "The first day of arrival, YYYY-MM-DD"
      option :until, type: :string, desc: "The last day of arrival"
      option :history, type: :string, repeatable: true, default: [], desc: "Earlier mail: an mbox"
      option :json, type: :boolean, default: false, desc: "As JSON, every difference with both claims"
      def replay(*files)
        mail_given!(files, "replay --rulebook A.json --against B.json")
        days = span_of_days
        a, b = [options[:rulebook], options[:against]].map { RulebookFile.read(_1) }
        names = [options[:rulebook], options[:against]].map { RulebookFile.name(_1) }
        Replay.new(a, b, names: names, history: options[:history], days: days, json: options[:json]).call(files)
      end

      desc "round", "Print what the plan says of a moment"
      long_desc "Example: upfront round --rulebook rules.json --at 2027-03-09T09:14:00+00:00"
      option :rulebook, type: :string, required: true, desc: "The rulebook's file, or `-`"
      option :at, type: :string, required: true, desc: "ISO 8601 with offset"
      option :heads_down, type: :string, desc: "FROM/TO, two times"
      option :pretty, type: :boolean, default: false, desc: "For reading"
      def round
        at, heads_down = time(options[:at], "--at"), span(options[:heads_down])
        show Core::RoundAnswer.for(RulebookFile.read(options[:rulebook]).plan, at, heads_down: heads_down)
      end

      desc "check FILE", "Say what a rulebook could do better without; a refused one's faults go to standard error"
      long_desc <<~WORDS
        Prints JSON: what is proved from the rulebook alone, and with mail what was seen in it.
        \x05Example: upfront check rules.json
        \x05Example: upfront check rules.json --mail inbox.mbox --at 2027-03-09T09:00:00+00:00
        \x05Example: upfront check --house house-rules.json
      WORDS
      option :house, type: :boolean, default: false, desc: "The file is an edition of house rules"
      option :mail, type: :string, repeatable: true, default: [], desc: "Mail on which the rules are tried: .eml or mbox"
      option :at, type: :string, desc: "Today, for what has a last day: ISO 8601 with offset"
      option :json, type: :boolean, default: false, desc: "As JSON, which it is anyway"
      option :pretty, type: :boolean, default: false, desc: "For reading"
      def check(path, *more)
        raise Usage, "One rulebook is checked at a time: upfront check FILE --mail MBOX…" if more.any? && options[:mail].empty?
        files = [*options[:mail], *more]
        raise Usage, "Standard input can be given once: as the rulebook or as the mail." if [path, *files.uniq].count(STANDARD_INPUT) > 1

        at = options[:at] && time(options[:at], "--at")
        Check.new(options[:house] ? HouseFile.alone(path) : RulebookFile.read(path), now: Clock::System.new.now, at: at,
          pretty: options[:pretty]).call(files)
      end

      desc "prove FILE", "Say whether a rulebook keeps what was promised of it, and its examples; exit 1 where it does not"
      long_desc <<~WORDS
        What is proved holds of every message that arrives in the year from --at, or from now. What is broken is shown by a message.
        \x05Example: upfront prove rules.json
        \x05Example: upfront prove rules.json --json
      WORDS
      option :at, type: :string, desc: "From when on, ISO 8601 with offset"
      option :json, type: :boolean, default: false, desc: "As JSON"
      def prove(path)
        at = options[:at] ? time(options[:at], "--at") : Clock::System.new.now
        Prove.new(RulebookFile.read(path), now: at, json: options[:json]).call
      end

      desc "say FILE", "Print every rule of a rulebook in the written language"
      long_desc "Example: upfront say rules.json > rules.txt"
      option :views, type: :boolean, default: false, desc: "Its saved views, not its rules"
      def say_rules(path)
        rulebook = RulebookFile.read(path)
        say(options[:views] ? Core::Language.say_views(rulebook.views) : Core::Language.say(rulebook.rules), nil, false)
      end
      map "say" => :say_rules

      desc "hear FILE", "Read rules in the written language and print them as JSON, as a rulebook's `rules`"
      long_desc "Example: upfront hear rules.txt --rulebook rules.json"
      option :rulebook, type: :string, desc: "The rulebook whose groups, labels and rounds they may name; without it, names are not checked"
      option :pretty, type: :boolean, default: false, desc: "For reading"
      option :views, type: :boolean, default: false, desc: "The file holds saved views, as a rulebook's `views`"
      def hear(path) = show(Hear.new(options[:rulebook], options[:views] ? "views" : "rules").call(path))

      desc "filter FILE", "Print what a server's mail filter (Sieve, RFC 5228) can do of a rulebook; what stays here goes to standard error"
      long_desc <<~WORDS
        Whole rules only. With --close, rules go too whose texts and sizes the server compares nearly as Up Front does.
        \x05Example: upfront filter rules.json > up-front.sieve
        \x05Example: upfront filter rules.json --close > up-front.sieve
      WORDS
      option :close, type: :boolean, default: false, desc: "Texts too, in which an accent makes another letter there"
      def filter(path)
        script = Core::FilterScript.new(RulebookFile.read(path), now: Clock::System.new.now, close: options[:close])
        script.left.each { |left| warn "#{left.name} stays: #{left.why.join(" ")}" }
        $stdout.write(script.to_s)
      end

      desc "publish FILE", "Make an edition of house rules of one's own rules, with its checksum beside it"
      long_desc <<~WORDS
        What was marked last is marked again, unless rules are named. Names and addresses that are personal are told; --yes writes all the same.
        \x05Example: upfront publish /srv/office/house-rules.json --for-all 'Fire alarm' --suggested 'Lunch list' --note 'Lunch list is new.'
      WORDS
      option :for_all, type: :string, repeatable: true, default: [], desc: "The name of a rule that is for all"
      option :suggested, type: :string, repeatable: true, default: [], desc: "Of one that is suggested"
      option :offered, type: :string, repeatable: true, default: [], desc: "Of one that is offered"
      option :publisher, type: :string, desc: "Who publishes them; else as the last time"
      option :contact, type: :string, desc: "The address to which notes go; else as the last time"
      option :edition, type: :numeric, desc: "Its number; else the one after the last"
      option :note, type: :string, default: "", desc: "What has changed"
      option :holds_from, type: :string, desc: "The first day on which it shall hold, YYYY-MM-DD"
      option :yes, type: :boolean, default: false, desc: "Write it though something in it is personal"
      def publish(path)
        open_owned
        Publish.new(options, clock: Clock::System.new).call(File.expand_path(path)) { say _1 }
      end

      desc "schema", "Print the JSON Schema of a rulebook's file"
      long_desc "Example: upfront schema > rulebook.schema.json"
      option :house, type: :boolean, default: false, desc: "Of an edition of house rules"
      def schema = say(JSON.pretty_generate(Core::RulebookSchema.new.then { options[:house] ? _1.house : _1.to_h }))

      desc "facts", "Print every fact with its operators, as a table in Markdown"
      long_desc "Example: upfront facts"
      def facts = say(Core::FactTable.to_s)

      desc "export", "Print the whole rulebook of the database"
      long_desc "Example: upfront export > rules.json"
      def export
        open_owned
        say JSON.pretty_generate(Store::CurrentRulebook.document)
      end

      desc "import-rulebook FILE", "Put a rulebook in place of the database's, after showing what that changes"
      long_desc "Example: upfront import-rulebook rules.json --yes"
      option :yes, type: :boolean, default: false, desc: "Do it without asking"
      def import_rulebook(path)
        rulebook = RulebookFile.read(path)
        Store::Database.open(database)
        act = Desk::ImportRulebook.new(Clock::System.new)
        changes = act.preview(rulebook.document)
        changes.each { say _1.to_s }
        return say("Nothing would change.") if changes.empty?
        return say("Nothing was changed.") unless options[:yes] || asked?

        done = act.call(rulebook.document)
        say "#{done.message}#{" To take it back: upfront undo #{done.undo_id}" if done.undo_id}"
      end

      desc "report", "Say what mail did to some days: how much came, how often it interrupted, how long it waited"
      long_desc <<~WORDS
        Days are of the owner's time zone; without --from, the last seven.
        \x05Example: upfront report --from 2027-03-01 --to 2027-03-07
        \x05Example: upfront report --from 2027-03-01 --to 2027-03-07 --json
      WORDS
      option :from, type: :string, desc: "The first day, YYYY-MM-DD"
      option :to, type: :string, desc: "The last day; today where it is left out"
      option :clock, type: :string, desc: "The file of a clock that can be set (the demo's)"
      option :json, type: :boolean, default: false, desc: "As JSON, as the API gives it"
      def report
        open_owned
        clock = options[:clock] ? Clock::Adjustable.new(options[:clock]) : Clock::System.new
        first, last = %i[from to].map { |name| options[name] && date(options[name], "--#{name}") }
        Report.new(Store::CurrentRulebook.rulebook, clock.now, json: options[:json]).call(first, last)
      end

      desc "backup FILE", "Copy the database, whole and of one moment, while Up Front may run"
      long_desc "Example: upfront backup ~/backups/up_front-2027-03-09.sqlite3"
      def backup(path)
        open_owned
        path = File.expand_path(path)
        Store::Backup.write(database, path)
        Store::Setting[Store::Backup::KEPT] = {"at" => Clock::System.new.now.getutc.iso8601, "path" => path}
        say "#{path} holds all that is here. Passwords are sealed in it: their key is #{database}.key, which you keep apart from it."
      end

      desc "restore FILE", "Put a backup in the place of the database; the former one stays beside it"
      long_desc "Example: upfront restore ~/backups/up_front-2027-03-09.sqlite3 --database ~/up_front.sqlite3"
      def restore(path)
        former = Store::Backup.restore(File.expand_path(path), database, Clock::System.new.now)
        say "#{database} is what #{path} holds.#{" What was there before is #{former} now." if former}"
      end

      desc "verify [FILE]", "Look through the database, or a backup, and say what is not as it should be"
      long_desc "Example: upfront verify ~/backups/up_front-2027-03-09.sqlite3"
      def verify(path = database)
        faults = Store::Verification.new(File.expand_path(path)).call
        raise Unusable, faults.join("\n") if faults.any?

        say "#{path}: the file is sound; each message is there once, with one decision, one state, and the bytes that came."
      end

      desc "pack FOLDER", "Write all that is here into a folder, in open formats, while Up Front may run"
      long_desc "Example: upfront pack ~/up-front-2027-03-09"
      def pack(folder)
        folder = File.expand_path(folder)
        count = Desk::Pack.new(database, Clock::System.new).call(folder)
        say "#{folder} holds #{count_of(count)}, with a README. Passwords in it are sealed: their key is #{database}.key."
      end

      desc "unpack FOLDER", "Take in what was packed, into a database that is not there yet"
      long_desc "Example: upfront unpack ~/up-front-2027-03-09 --database ~/up_front.sqlite3"
      def unpack(folder)
        count = Desk::Unpack.new(database).call(File.expand_path(folder))
        say "#{database} holds #{count_of(count)} now."
      end

      desc "remove-all", "Remove all that Up Front keeps: the database, its key, and former ones beside it"
      long_desc <<~WORDS
        Mail where it lies is not touched, nor are copies elsewhere.
        \x05Example: upfront remove-all --yes
      WORDS
      option :yes, type: :boolean, default: false, desc: "Do it without asking"
      def remove_all
        act = Desk::RemoveAll.new(database)
        return say("There is nothing at #{database}.") if act.files.empty?

        act.files.each { say _1 }
        return say("Nothing was removed.") unless options[:yes] || asked?("Remove these for good?")

        act.call
        say "All of it is removed. Mail where it lies was not touched, nor were copies elsewhere."
      end
      map "remove-all" => :remove_all

      desc "passphrase", "Set the passphrase by which one signs in from elsewhere; all are signed out by it"
      long_desc "Asked for, or read as a line from standard input. Example: upfront passphrase"
      def passphrase
        open_owned
        given = $stdin.tty? ? ask("Passphrase:", echo: false) : $stdin.gets.to_s.chomp
        say("") if $stdin.tty?
        say Desk::SetPassphrase.new(Clock::System.new).call(given.dup.force_encoding(Encoding::UTF_8)).message
      end

      desc "undo ID", "Take back what a command or the page did"
      long_desc "Example: upfront undo 12"
      def undo(id)
        open_owned
        say Desk::Undo.new(Clock::System.new).call(id.to_i).message
      end

      desc "version", "Print the version"
      def version = say(VERSION)

      no_commands do
        include Arguments

        # @raise [Unusable] for a database that belongs to nobody yet
        def open_owned
          Store::Database.open(database)
          return if Store::Rulebook.exists?

          raise Unusable, "Up Front does not know its owner yet. Start bin/serve and open its page, or use: upfront setup"
        end

        def count_of(count)
          Core::English.join([Core::English.count(count["letters"], "letter"), Core::English.count(count["rows"], "row")], "and")
        end

        def asked?(question = "Bring it in?") = $stdin.tty? && yes?("#{question} (y/n)")

        def show(value) = say(options[:pretty] ? JSON.pretty_generate(value) : JSON.generate(value))

        def database = File.expand_path(options[:database] || ENV["UP_FRONT_DATABASE"] || File.join(ROOT, "var", "up_front.sqlite3"))
      end
    end
  end
end
