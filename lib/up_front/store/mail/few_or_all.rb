# frozen_string_literal: true

module UpFront
  module Store
    # Whether a message is one of those that a table tells of, in SQL. Where all mail is asked about, the table is read first, by its index;
    # where few messages are, the table is asked about each.
    class FewOrAll
      # @param id [String] the column that holds the number of the message that is asked about @param few [Boolean]
      def initialize(id, few)
        @id = id
        @few = few
      end

      def few? = @few

      # @param column [String] of the message's number there @param tables [String] after FROM @param condition [String] @return [String]
      def told(column, tables, condition)
        return "#{@id} IN (SELECT #{column} FROM #{tables} WHERE #{condition})" unless @few

        "EXISTS (SELECT 1 FROM #{tables} WHERE #{column} = #{@id} AND (#{condition}))"
      end
    end
  end
end
