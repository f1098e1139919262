# frozen_string_literal: true

require "active_record"
require "fileutils"
require "sqlite3"

module UpFront
  module Store
    # Opens the SQLite file, migrated to this version, with a place for every fact and effect there is.
    module Database
      # The file cannot be used; the message is for the person.
      class Unusable < StandardError; end

      MIGRATIONS = File.expand_path("../migrations", __dir__)
      ANALYSED = "analysed_upto"
      GROWN = 1.2
      # The indexes, and the tables that have none or are one.
      COUNTED = <<~SQL
        SELECT name FROM sqlite_master WHERE type = 'index' AND tbl_name NOT GLOB 'message_search_*'
        UNION ALL SELECT name FROM sqlite_master tables WHERE type = 'table' AND sql NOT LIKE 'CREATE VIRTUAL%'
        AND name NOT GLOB 'sqlite_*' AND name NOT GLOB 'message_search_*' AND (sql LIKE '%WITHOUT ROWID%'
        OR NOT EXISTS (SELECT 1 FROM sqlite_master own WHERE own.type = 'index' AND own.tbl_name = tables.name))
      SQL

      module_function

      # @param path [String] the file, made with its folder where missing
      # @raise [Unusable]
      def open(path)
        FileUtils.mkdir_p(File.dirname(path))
        check(path)
        own(path)
        Connection.to(path)
        migrate(path)
        MissingColumns.make
        Refolding.ensure!
        Traffic.ensure!
      rescue Errno::EACCES, Errno::EROFS
        raise Unusable, "The database #{path} cannot be written: the permission is missing."
      rescue Errno::EEXIST, Errno::ENOTDIR
        raise Unusable, "#{File.dirname(path)} is no folder; give another place for the database with --database."
      rescue Errno::ENOSPC
        raise Unusable, "#{path}: #{Fault::WORDS[SQLite3::FullException]}"
      rescue SQLite3::Exception, ActiveRecord::ActiveRecordError => error
        words = Fault.words(error) or raise
        raise Unusable, "#{path}: #{words}"
      end

      # A new file with the tables of a version, and nothing in them.
      # @param version [String] of the last migration @raise [Unusable] where this program does not know that one
      def lay_empty(path, version)
        known = Dir.children(MIGRATIONS).map { _1[/\A\d+/] }
        unless known.include?(version)
          raise Unusable, "It comes from a newer version of Up Front; take it in with that one."
        end

        Connection.to(path)
        ActiveRecord::Migration.verbose = false
        ActiveRecord::MigrationContext.new(MIGRATIONS).migrate(version.to_i)
        MissingColumns.make
        close
      end

      # Lets SQLite count what its indexes hold: without that it cannot tell which of them serves (by samples alone it reads
      # all states for a page of fifty). It takes some seconds over a million messages, and so it is done
      # only when there is a good deal more than the last time, and index by index, between which others write.
      def analyse
        newest = Message.maximum(:id).to_i
        return if newest < Setting[ANALYSED].to_i * GROWN

        Record.with_connection { |here| here.select_values(COUNTED).each { here.execute("ANALYZE #{here.quote_table_name(_1)}") } }
        Setting[ANALYSED] = newest
      end

      def close = Connection.close

      def migrate(path)
        context = ActiveRecord::MigrationContext.new(MIGRATIONS)
        ahead = context.get_all_versions - context.migrations.map(&:version)
        if ahead.any?
          raise Unusable, "The database #{path} comes from a newer version of Up Front. Start that version, or give another file with " \
            "--database; this one was left as it is."
        end

        ActiveRecord::Migration.verbose = false
        context.migrate
      end

      def check(path)
        return unless File.exist?(path)
        raise Unusable, "#{path} is #{File.directory?(path) ? "a folder" : "no ordinary file"}; give a file with --database." unless
          File.file?(path)
        return if File.zero?(path)

        other!(path) unless headed?(path)
        other!(path) unless ours?(path) || nothing_in?(path)
      end

      # Looked at once in a process: closing a file lets go of all locks that the process has on it (fcntl(2), "Advisory record locking"),
      # those of a connection that is still open too, and another program would take the file for unused.
      def headed?(path)
        return true if (@looked_at ||= Set.new).include?(File.realpath(path))

        (File.binread(path, 16) == "SQLite format 3\0".b).tap { |ours| @looked_at << File.realpath(path) if ours }
      end

      def other!(path) = raise(Unusable, "#{path} is not a database of Up Front; it was left as it is.")

      # Only its owner reads it; what SQLite puts beside it has the same mode.
      def own(path)
        File.open(path, File::RDWR | File::CREAT | File::EXCL, 0o600).close unless File.exist?(path)
      end

      OWN = %w[schema_migrations messages claims states].freeze
      BUSY_MS = 2_000

      def ours?(path) = (OWN - tables(path)).empty?

      # A start that was stopped before its first table.
      def nothing_in?(path) = (tables(path) - %w[schema_migrations ar_internal_metadata]).empty?

      def tables(path)
        database = SQLite3::Database.new(path)
        database.busy_timeout = BUSY_MS
        database.execute("SELECT name FROM sqlite_master WHERE type = 'table'").flatten
      ensure
        database&.close
      end
      private_class_method :migrate, :check, :own, :headed?, :other!, :ours?, :nothing_in?, :tables
    end
  end
end
