# frozen_string_literal: true

require "active_record"
require "sqlite3"

ActiveSupport.to_time_preserves_timezone = :zone

# Waiting for a lock is left to SQLite, which lets other threads run meanwhile.
ActiveSupport.on_load(:active_record_sqlite3adapter) do
  prepend(Module.new do
    private

    def configure_connection
      super
      wait = @config[:timeout]
      @raw_connection.busy_handler_timeout = Integer(wait) if wait
      UpFront::Store::Functions.add_to(@raw_connection)
    end
  end)
end

module UpFront
  module Store
    # The connection to the SQLite file: WAL, foreign keys, immediate transactions.
    module Connection
      WAIT_MS = 10_000
      CACHE_KIB = 16_000 # of pages for each connection: what a batch of intake writes fits into it
      CHECKPOINT_PAGES = 4_000 # of 4 kB that the log gathers before they are written to their places

      module_function

      # @param path [String]
      def to(path)
        @path = path
        ActiveRecord.default_timezone = :utc
        ActiveRecord::Base.establish_connection(adapter: "sqlite3", database: path, timeout: WAIT_MS, pool: 32,
          default_transaction_mode: :immediate,
          pragmas: {journal_mode: :wal, synchronous: :normal, foreign_keys: true, mmap_size: 256 * 1024 * 1024,
                    cache_size: -CACHE_KIB, wal_autocheckpoint: CHECKPOINT_PAGES})
      end

      # @return [String] the file, for whoever keeps something of it at hand
      def path = @path

      def close = ActiveRecord::Base.connection_handler.clear_all_connections!
    end
  end
end
