# frozen_string_literal: true

module UpFront
  module Store
    # A statement prepared once a connection, for what is asked or written with every message that comes:
    # going through relations costs several times what SQLite takes. Runs in whatever transaction is open.
    class PreparedStatement
      HELD = :up_front_held_connection

      # Keeps the thread's connection at hand for as long as the block runs (a transaction): asking for it
      # costs more than a small statement does.
      def self.hold
        return yield if Thread.current[HELD]

        Record.with_connection do |connection|
          Thread.current[HELD] = connection.raw_connection
          yield
        ensure
          Thread.current[HELD] = nil
        end
      end

      # @return [Boolean] whether this thread is within {hold}
      def self.held? = !Thread.current[HELD].nil?

      def initialize(sql)
        @sql = sql.freeze
        freeze
      end

      # @param values [Array] a value for each `?`; hashes and lists go in as JSON, times as the store keeps them
      # @return [Array<Array>] the rows
      def call(values)
        held = Thread.current[HELD]
        return PreparedStatement.hold { call(values) } unless held

        rows(prepared(held), values)
      end

      private

      def rows(statement, values)
        place = 0
        values.each { |value| statement.bind_param(place += 1, bind(value)) }
        found = []
        while (row = statement.step)
          found << row
        end
        found
      ensure
        statement.reset!
      end

      def prepared(raw)
        known = raw.instance_variable_get(:@up_front_statements) || raw.instance_variable_set(:@up_front_statements, {})
        known[@sql] ||= raw.prepare(@sql)
      end

      # As Active Record keeps times.
      SECOND = "%Y-%m-%d %H:%M:%S"
      MICROSECOND = "#{SECOND}.%6N".freeze

      # The most frequent first: this is gone through some eighty times a message.
      def bind(value)
        case value
        when String, Integer, nil then value
        when true then 1
        when false then 0
        when Array then value.empty? ? "[]" : JSON.generate(value)
        when Hash then value.empty? ? "{}" : JSON.generate(value)
        when Time then value.getutc.strftime(value.usec.zero? ? SECOND : MICROSECOND)
        when Symbol then value.name
        else value
        end
      end
    end
  end
end
