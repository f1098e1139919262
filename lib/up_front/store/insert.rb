# frozen_string_literal: true

module UpFront
  module Store
    # A prepared INSERT. Taking in mail writes several rows a message; building each statement anew cost
    # ten times what writing it does.
    class Insert
      # @param table [String] @param columns [Array<Symbol>] @param more [String] what follows the values
      def initialize(table, *columns, more: "")
        @columns = columns
        @sql = "INSERT INTO #{table} (#{columns.join(", ")}) VALUES (#{columns.map { "?" }.join(", ")}) #{more}".freeze
        freeze
      end

      # @param row [Hash{Symbol=>Object}] a value for each column; hashes and lists are kept as JSON
      # @return [ActiveRecord::Result]
      def call(row)
        Record.with_connection { |connection| connection.exec_query(@sql, "Insert", @columns.map { bind(row.fetch(_1), connection) }, prepare: true) }
      end

      # Many rows, one after the other. @return [void]
      def all(rows) = rows.each { call(_1) }

      private

      def bind(value, connection)
        case value
        when Hash, Array then JSON.generate(value)
        when Time then connection.quoted_date(value)
        when true then 1
        when false then 0
        when Symbol then value.to_s
        else value
        end
      end
    end
  end
end
