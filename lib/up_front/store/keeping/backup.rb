# frozen_string_literal: true

require "sqlite3"

module UpFront
  module Store
    # A copy of a database file, whole and of one moment, made while it may be written to (SQLite's online backup), and put back in its
    # place. The key with which passwords are sealed is not in it: that lies in a file of its own.
    module Backup
      # It cannot be done; the message is for the person.
      class Impossible < StandardError; end

      KEPT = "backed_up" # when the last one was made, and where
      WAIT_MS = 10_000
      BESIDE = %w[-wal -shm].freeze # what belongs to a database file

      module_function

      # @param database [String] @param path [String] a file that is not there yet @raise [Impossible]
      def write(database, path)
        raise Impossible, "#{database} is not there." unless File.file?(database)
        raise Impossible, "#{path} is there already; give another file, or move that one." if File.exist?(path)

        whole(path) { |part| copy(database, part) }
      end

      # Puts a copy in the place of a database that nobody uses, which stays beside it under another name.
      # @param copy [String] @param database [String] @param now [Time]
      # @return [String, nil] what the former one is called now; nil for none
      # @raise [Impossible]
      def restore(copy, database, now)
        faults = Verification.new(copy).call
        raise Impossible, "#{copy} is not put back: #{faults.join(" ")}" if faults.any?

        InUse.alone(database) do
          whole("#{database}.restored") { |part| copy(copy, part) }
          former = keep_former(database, now)
          File.rename("#{database}.restored", database)
          former
        end
      end

      # @yield [String] a file beside, which takes the place once it is whole
      def whole(path)
        part = "#{path}.part"
        File.open(part, File::WRONLY | File::CREAT | File::TRUNC, 0o600).close
        yield part
        File.open(part) { _1.fsync }
        File.rename(part, path)
      rescue SystemCallError, SQLite3::Exception => error
        raise Impossible, "#{path} could not be written: #{Fault.told(error)}"
      ensure
        [part, *BESIDE.map { "#{part}#{_1}" }].each { FileUtils.rm_f(_1) }
      end

      def copy(from, to)
        source, target = [from, to].map { |path| SQLite3::Database.new(path).tap { _1.busy_timeout = WAIT_MS } }
        backup = SQLite3::Backup.new(target, "main", source, "main")
        backup.step(-1)
        backup.finish
        target.execute("PRAGMA journal_mode = DELETE") # one file, with nothing beside it
      ensure
        [target, source].compact.each(&:close)
      end

      def keep_former(database, now)
        return unless File.exist?(database)

        former = "#{database}.before-#{now.strftime("%Y%m%d-%H%M%S")}"
        ["", *BESIDE].each { |ending| File.rename("#{database}#{ending}", "#{former}#{ending}") if File.exist?("#{database}#{ending}") }
        former
      end
      private_class_method :whole, :copy, :keep_former
    end
  end
end
