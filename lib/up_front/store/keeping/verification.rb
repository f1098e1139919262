# frozen_string_literal: true

require "sqlite3"

module UpFront
  module Store
    # Looks through a database file, one that is in use too, and says what is not as it should be; it changes nothing.
    class Verification
      MOST = 5 # faults that are named of one kind

      # What no row may answer to, and what that would be.
      COUNTED = {
        "a message without its decision" => "messages LEFT JOIN claims ON claims.message_id = messages.id WHERE claims.message_id IS NULL",
        "a message without its state" => "messages LEFT JOIN states ON states.message_id = messages.id WHERE states.message_id IS NULL",
        "a message without its bytes" => "messages LEFT JOIN raw_messages ON raw_messages.message_id = messages.id " \
          "WHERE raw_messages.message_id IS NULL",
        "a message that is there twice" => "(SELECT 1 FROM messages GROUP BY account_id, digest HAVING count(*) > 1)",
        "a message whose bytes are not those that came" => "raw_messages JOIN raw_digests USING (message_id) " \
          "WHERE sha256(raw_messages.bytes) <> raw_digests.sha256",
        "a message whose bytes cannot be compared" => "raw_messages LEFT JOIN raw_digests USING (message_id) " \
          "WHERE raw_digests.message_id IS NULL",
        "a step of undo that is not whole" => "undo_changes LEFT JOIN undo_steps ON undo_steps.id = undo_changes.undo_step_id " \
          "WHERE undo_steps.id IS NULL OR NOT json_valid(undo_changes.before) OR NOT json_valid(undo_changes.after)"
      }.freeze

      # @param path [String]
      def initialize(path)
        @path = path
      end

      # @return [Array<String>] sentences; empty where all is well
      def call
        return ["There is no file #{@path}."] unless File.file?(@path)

        @database = SQLite3::Database.new(@path)
        @database.busy_timeout = Backup::WAIT_MS
        Functions.add_to(@database)
        faults = integrity
        faults.any? ? faults : references + counted
      rescue SQLite3::NotADatabaseException
        ["#{@path} is no database."]
      rescue SQLite3::CorruptException
        ["The file is damaged."]
      rescue SQLite3::SQLException
        ["#{@path} is not a database of this version of Up Front. Start that version with it, or let this one open it once."]
      ensure
        @database&.close
      end

      private

      def integrity
        said = @database.execute("PRAGMA integrity_check(#{MOST})").flatten
        (said == ["ok"]) ? [] : ["The file is damaged: #{said.join("; ")}."]
      end

      def references
        count = @database.execute("PRAGMA foreign_key_check").size
        count.zero? ? [] : ["What belongs together is not together: #{Core::English.count(count, "row")}."]
      end

      def counted
        COUNTED.filter_map do |what, where|
          count = @database.get_first_value("SELECT count(*) FROM #{where}")
          next if count.zero?

          "There is #{what}#{" (#{Core::English.thousands(count)} of them)" if count > 1}."
        end
      end
    end
  end
end
