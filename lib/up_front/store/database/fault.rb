# frozen_string_literal: true

require "active_record"
require "sqlite3"

module UpFront
  module Store
    # What keeps the database from being used, in a person's words. Such a fault says nothing of what was to be written: that is
    # tried again. (https://www.sqlite.org/rescode.html)
    module Fault
      WORDS = {
        SQLite3::FullException => "The disk is full. Make room on it; what waits is tried again by itself.",
        SQLite3::ReadOnlyException => "The database may not be written to. Give this account the permission to write its file and its " \
          "folder; what waits is tried again by itself.",
        SQLite3::BusyException => "Another program holds the database. Close that program; what waits is tried again by itself.",
        SQLite3::LockedException => "Another program holds the database. Close that program; what waits is tried again by itself.",
        SQLite3::CorruptException => "The database is damaged. Stop Up Front, put back your last copy of it, and start again; mail that " \
          "came since is read from its mailboxes anew.",
        SQLite3::NotADatabaseException => "The file of the database holds something else now. Stop Up Front, put back your last copy " \
          "of it, and start again.",
        SQLite3::CantOpenException => "The database cannot be opened. See whether its folder is there and may be written to; what waits " \
          "is tried again by itself.",
        SQLite3::IOException => "The disk reports a fault. See whether it is there and sound; what waits is tried again by itself."
      }.freeze

      MOST_CAUSES = 10

      module_function

      # @param error [Exception] @return [String, nil] nil where it is no fault of the database's or its disk's
      def words(error)
        causes(error).filter_map { |cause| WORDS.find { |type, _| cause.is_a?(type) }&.last }.last
      end

      # @param error [SystemCallError, SQLite3::Exception] @return [String] why a file could not be written, without the place in the code
      def told(error) = words(error) || (error.is_a?(SystemCallError) ? SystemCallError.new(nil, error.errno).message : error.message)

      # What an error was raised over: taking back what failed fails too, and hides why.
      def causes(error) = [error].tap { |all| all << all.last.cause while all.last.cause && all.size < MOST_CAUSES }
      private_class_method :causes
    end
  end
end
