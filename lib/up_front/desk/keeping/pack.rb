# frozen_string_literal: true

require "digest"
require "fileutils"

module UpFront
  module Desk
    # All that is here as open formats in one folder: each account's mail as mbox, the rulebook as JSON, contacts as cards, tasks and
    # appointments as a calendar, what was done and what alerted as tables, and every row of the database as a line of JSON, so that it can
    # be taken in elsewhere without loss ({Unpack}). It is of one moment, made from a copy while Up Front may run.
    class Pack
      # It cannot be done; the message is for the person.
      class Impossible < StandardError; end

      FORMAT = "up-front-pack"
      VERSION = 1
      MANIFEST = "manifest.json"
      LETTERS = "mail/letters.jsonl" # which letter stands where
      COPY = ".copy.sqlite3"
      ABOUT = <<~TEXT
        All that Up Front held for one person, in open formats.

        mail/            letters as they came, an mbox file (RFC 4155) for each mailbox of each account; letters.jsonl says which is which
        rulebook.json    rules, views, plan, people and all that belongs to them
        contacts.vcf     contacts (vCard, RFC 6350)
        calendar.ics     tasks and appointments (iCalendar, RFC 5545)
        history.csv      what was done (RFC 4180)
        alerts.csv       what alerted
        awaited.csv      answers that were awaited
        rows/            every row of every table, a line of JSON each: what `upfront unpack` takes in again
        manifest.json    what stands here, with the SHA-256 of each file

        Passwords are in rows/ as they are kept, sealed; their key is not here.
      TEXT

      # @param database [String] @param clock [#now]
      def initialize(database, clock)
        @database = database
        @clock = clock
        @files = {}
      end

      # @param folder [String] empty, or not there yet @return [Hash{String=>Integer}] how many letters and rows @raise [Impossible]
      def call(folder)
        raise Impossible, "#{@database} is not there." unless File.file?(@database)
        if File.exist?(folder) && (!File.directory?(folder) || Dir.children(folder).any?)
          raise Impossible,
            "#{folder} is there already, and not empty."
        end

        FileUtils.mkdir_p(folder, mode: 0o700)
        @folder = folder
        from_copy { |rows| write_all(rows) }
      rescue SystemCallError => error
        raise Impossible, "#{folder} could not be written: #{Store::Fault.told(error)}. What is there is not whole."
      end

      private

      def from_copy
        copy = File.join(@folder, COPY)
        Store::Backup.write(@database, copy)
        Store::Database.open(copy)
        rows = Store::TableRows.new(copy)
        yield rows
      ensure
        rows&.close
        Store::Database.close
        Dir[File.join(@folder, "#{COPY}*")].each { FileUtils.rm_f(_1) } if @folder
      end

      def write_all(rows)
        letters = letters(rows)
        count = rows.tables.sum { |table| file("rows/#{table}.jsonl") { |out| rows.lines(table) { out << _1 } } }
        for_people
        file("README.txt") { _1 << ABOUT }
        manifest = {"format" => FORMAT, "version" => VERSION, "made_by" => UpFront::VERSION, "made_at" => @clock.now.getutc.iso8601,
                    "schema" => rows.version, "letters" => letters, "rows" => count, "files" => @files}
        File.write(File.join(@folder, MANIFEST), "#{JSON.pretty_generate(manifest)}\n") # the last: without it nothing here is whole
        {"letters" => letters, "rows" => count}
      end

      # Open formats, for whatever reads them.
      def for_people
        book = Store::CurrentRulebook.rulebook or return
        file("rulebook.json") { _1 << JSON.pretty_generate(Store::CurrentRulebook.document) << "\n" }
        file("contacts.vcf") { _1 << Post::ContactCards.write(Core::Contact.all(book.document)) }
        file("calendar.ics") { _1 << calendar(book) }
        table("history.csv", %w[at what taken_back], Store::UndoStep.order(:id)) { [iso(_1.at), _1.message, iso(_1.undone_at)] }
        table("alerts.csv", %w[at level text rule opened], Store::Alert.order(:id)) { [iso(_1.at), _1.level, _1.text, _1.rule, iso(_1.opened_at)] }
        table("awaited.csv", %w[subject from asked since by state], Store::Awaited.order(:id)) do |each|
          [each.subject, each.from.map(&:email).join(" "), each.asked, iso(each.since), iso(each.due_at), each.state]
        end
      end

      def calendar(book)
        Post::CalendarItems.write(todos: CalendarExchange.todos(book.zone, @clock.now), events: CalendarExchange.events, now: @clock.now)
      end

      def iso(at) = at && Store::CurrentRulebook.rulebook.zone.iso(at.to_time)

      def table(name, names, rows)
        file(name) do |out|
          out << Post::TableLine.of(names)
          rows.find_each(order: :asc) { out << Post::TableLine.of(yield(_1)) }
        end
      end

      # @return [Integer] how many
      def letters(rows)
        boxes, names, count = {}, {}, 0
        file(LETTERS) do |index|
          rows.letters do |id, account, mailbox, sender, at, bytes|
            name = names[[account, mailbox]] ||= box(account, mailbox, names.values)
            boxes[name] ||= open_file(name)
            boxes[name] << Post::ExactMbox.entry(bytes, from: sender, at: at)
            index << "#{JSON.generate({"id" => id, "file" => name, "bytes" => bytes.bytesize, "sha256" => Digest::SHA256.hexdigest(bytes)})}\n"
            count += 1
          end
        end
        boxes.each { |name, out| finish(name, out) }
        count
      end

      # A file for each mailbox, under a name that every file system takes.
      def box(account, mailbox, taken)
        plain = [account, mailbox].map { _1.gsub(/[^\p{L}\p{Nd}._-]+/, "_")[0, 60].delete_prefix(".") }.join("/")
        wanted = [plain, *(2..taken.size + 2).map { "#{plain}_#{_1}" }].map { "mail/#{_1}.mbox" }
        wanted.find { |name| taken.none? { _1.downcase == name.downcase } }
      end

      def open_file(name)
        path = File.join(@folder, name)
        FileUtils.mkdir_p(File.dirname(path))
        File.open(path, File::WRONLY | File::CREAT | File::EXCL | File::BINARY, 0o600)
      end

      # @yield [IO] @return [Object] what the block gave
      def file(name)
        out = open_file(name)
        yield out
      ensure
        finish(name, out) if out
      end

      def finish(name, out)
        out.close
        @files[name] = Digest::SHA256.file(File.join(@folder, name)).hexdigest
      end
    end
  end
end
