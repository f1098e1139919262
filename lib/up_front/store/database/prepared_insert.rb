# frozen_string_literal: true

module UpFront
  module Store
    # A prepared INSERT of one row, or of a few at once.
    class PreparedInsert
      AT_ONCE = 8 # rows in one statement: a message has some four people

      # @param table [String] @param columns [Array<Symbol>] @param more [String] what follows the values
      def initialize(table, *columns, more: "")
        @columns = columns
        row = "(#{columns.map { "?" }.join(", ")})"
        @statements = (1..AT_ONCE).to_h do |rows|
          [rows, PreparedStatement.new("INSERT INTO #{table} (#{columns.join(", ")}) VALUES #{([row] * rows).join(", ")} #{more}")]
        end.freeze
        freeze
      end

      # @param row [Hash{Symbol=>Object}] a value for each column
      # @return [Array<Array>] what a RETURNING gives
      def call(row) = @statements[1].call(values(row))

      # Many rows, in their order. @return [void]
      def all(rows) = rows.each_slice(AT_ONCE) { |some| @statements[some.size].call(some.flat_map { values(_1) }) }

      private

      def values(row) = @columns.map { row.fetch(_1) }
    end
  end
end
