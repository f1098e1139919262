# frozen_string_literal: true

require "sqlite3"

module UpFront
  module Store
    # Tells whether anything was committed to the database, by whatever program, through a connection of its own: some
    # microseconds a question, where asking the tables takes thousands. Of one thread.
    class Commits
      BUSY_MS = 5_000

      # @param path [String] the database's file
      def initialize(path)
        @database = SQLite3::Database.new(path, readonly: true)
        @database.busy_timeout = BUSY_MS
        @question = @database.prepare("PRAGMA data_version") # https://www.sqlite.org/pragma.html#pragma_data_version
      end

      # @return [Integer] another one after each commit
      def version
        @question.step.first
      ensure
        @question.reset!
      end

      # @return [Boolean] whether anything was since this was asked last; true the first time
      def any?
        current = version
        (current != @last).tap { @last = current }
      end

      # @return [Array<Array>] rows
      def ask(sql, *values) = @database.execute(sql, values)

      def close
        @question.close
        @database.close
      end
    end
  end
end
