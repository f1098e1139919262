# frozen_string_literal: true

module UpFront
  module Store
    # A prepared question, for what is asked of the store with every message that comes.
    class Ask
      # @param sql [String] with a `?` for each value
      def initialize(sql)
        @sql = sql.freeze
        freeze
      end

      # @param values [Array] @return [Object, nil] the first column of the first row
      def call(*values)
        Record.with_connection do |connection|
          binds = values.map { _1.is_a?(Time) ? connection.quoted_date(_1) : _1 }
          connection.exec_query(@sql, "Ask", binds, prepare: true).rows.dig(0, 0)
        end
      end
    end
  end
end
