# frozen_string_literal: true

module UpFront
  module Store
    # A prepared INSERT of one row.
    class PreparedInsert
      # @param table [String] @param columns [Array<Symbol>] @param more [String] what follows the values
      def initialize(table, *columns, more: "")
        @columns = columns
        @statement = PreparedStatement.new("INSERT INTO #{table} (#{columns.join(", ")}) VALUES (#{columns.map { "?" }.join(", ")}) " \
          "#{more}")
        freeze
      end

      # @param row [Hash{Symbol=>Object}] a value for each column
      # @return [Array<Array>] what a RETURNING gives
      def call(row) = @statement.call(@columns.map { row.fetch(_1) })

      # Many rows, one after the other. @return [void]
      def all(rows) = rows.each { call(_1) }
    end
  end
end
