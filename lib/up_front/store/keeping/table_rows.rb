# frozen_string_literal: true

require "base64"
require "json"
require "sqlite3"

module UpFront
  module Store
    # What stands in the tables of a database file as lines of JSON, out and in again. The letters' bytes are left to whoever keeps them
    # otherwise; what is made of the rest anew (the index of words) is left out.
    class TableRows
      # It cannot be taken in; the message is for the person.
      class Unusable < StandardError; end

      BYTES = "raw_messages" # of the letters
      LEFT_OUT = ["ar_internal_metadata", "schema_migrations", BYTES].freeze
      MADE_ANEW = /\Amessage_search/
      COUNTS = "sqlite_sequence" # of rows that were given a number
      BINARY = "base64" # the key of what is no text

      # @param path [String] of the database
      def initialize(path)
        @database = SQLite3::Database.new(path)
        @database.busy_timeout = Backup::WAIT_MS
        Functions.add_to(@database)
      end

      def close = @database.close

      # @return [String] the version of the tables, as the migrations count
      def version = @database.get_first_value("SELECT max(CAST(version AS INTEGER)) FROM schema_migrations").to_s

      # @return [Array<String>] in the order of their names
      def tables
        names = @database.execute("SELECT name FROM sqlite_master WHERE type = 'table' ORDER BY name").flatten
        names.reject { LEFT_OUT.include?(_1) || _1.match?(MADE_ANEW) || (_1.start_with?("sqlite_") && _1 != COUNTS) }
      end

      # @yield [String] a row of the table as a line of JSON @return [Integer] how many
      def lines(table)
        count = 0
        @database.query("SELECT * FROM #{quoted(table)}") do |rows|
          names = rows.columns
          rows.each { |row| (count += 1) && yield("#{JSON.generate(names.zip(row.map { out(_1) }).to_h)}\n") }
        end
        count
      end

      LETTERS = "SELECT messages.id, accounts.name, mailbox, sender_key, arrived_at, bytes FROM messages JOIN accounts ON accounts.id = " \
        "account_id JOIN #{BYTES} ON #{BYTES}.message_id = messages.id ORDER BY messages.id".freeze
      private_constant :LETTERS

      # @yield [Integer, String, String, String, Time, String] of each letter id, account, mailbox, sender, arrival, and its bytes
      def letters
        @database.query(LETTERS) do |rows|
          rows.each do |id, account, mailbox, sender, at, bytes|
            yield id, account, mailbox, sender, Time.iso8601("#{at[0, 10]}T#{at[11, 8]}Z"), bytes.to_s.b
          end
        end
      end

      # Takes rows in as they are: nothing that the tables do by themselves when a row comes is done, and all belongs together in the end.
      # @yield within one transaction @raise [Unusable]
      def taking_in
        @database.transaction do
          @database.execute("PRAGMA defer_foreign_keys = ON")
          triggers = @database.execute("SELECT name, sql FROM sqlite_master WHERE type = 'trigger'")
          triggers.each { |name, _| @database.execute("DROP TRIGGER #{quoted(name)}") }
          tables.each { @database.execute("DELETE FROM #{quoted(_1)}") }
          yield
          triggers.each { |_, sql| @database.execute(sql) }
          lost = @database.execute("PRAGMA foreign_key_check").size
          raise Unusable, "What belongs together in it is not together: #{Core::English.count(lost, "row")}." if lost.positive?
        end
      end

      # @param lines [Enumerable<String>] @return [Integer] how many rows @raise [Unusable]
      def take(table, lines)
        raise Unusable, "It holds the table #{table}, which this version of Up Front does not know." unless tables.include?(table)

        @database.execute("DELETE FROM #{COUNTS}") if table == COUNTS
        statements = Hash.new { |known, names| known[names] = @database.prepare(insert(table, names)) }
        lines.sum do |line|
          row = JSON.parse(line)
          statements[row.keys].execute(row.values.map { into(_1) })
          1
        end
      rescue SQLite3::SQLException, SQLite3::ConstraintException, JSON::ParserError => error
        raise Unusable, "The table #{table} cannot be taken in: #{error.message[0, 120]}."
      ensure
        statements&.each_value(&:close)
      end

      # @param bytes [String] of a letter
      def take_letter(id, bytes)
        @letter ||= @database.prepare(insert(BYTES, %w[message_id bytes]))
        @letter.execute([id, SQLite3::Blob.new(bytes)])
      end

      COUNTED = [SearchIndex::KEY, Database::ANALYSED].freeze # how far what is made anew goes

      # The index of words and what SQLite knows of the tables are made anew, from the beginning.
      def made_anew = COUNTED.each { @database.execute("DELETE FROM settings WHERE key = ?", [_1]) }

      private

      def quoted(name) = "\"#{name.gsub("\"", "\"\"")}\""

      def insert(table, names)
        "INSERT INTO #{quoted(table)} (#{names.map { quoted(_1) }.join(", ")}) VALUES (#{names.map { "?" }.join(", ")})"
      end

      def out(value)
        return value unless value.is_a?(String)
        return value if value.encoding == Encoding::UTF_8 && value.valid_encoding?

        {BINARY => Base64.strict_encode64(value), "text" => value.encoding == Encoding::UTF_8}
      end

      def into(value)
        return value unless value.is_a?(Hash)

        bytes = Base64.strict_decode64(value.fetch(BINARY))
        value["text"] ? bytes.force_encoding(Encoding::UTF_8) : SQLite3::Blob.new(bytes)
      end
    end
  end
end
