# frozen_string_literal: true

module UpFront
  module Store
    # Who uses a database file: programs that run share a lock on a file beside it, and one that puts another in its place wants it alone.
    module InUse
      module_function

      # For as long as this process runs. @param database [String]
      def share(database)
        @held = lock_of(database).tap { _1.flock(File::LOCK_SH | File::LOCK_NB) }
      end

      # @yield while no other program uses it @raise [Backup::Impossible]
      def alone(database)
        lock_of(database) do |file|
          raise Backup::Impossible, "Up Front runs with #{database}. Stop it first." unless file.flock(File::LOCK_EX | File::LOCK_NB)

          yield
        end
      end

      def lock_of(database, &block) = File.open("#{database}.lock", File::RDWR | File::CREAT, 0o600, &block)
      private_class_method :lock_of
    end
  end
end
