# frozen_string_literal: true

require "csv"

module UpFront
  module Post
    # A line of a table (RFC 4180). A text that a spreadsheet would take for a formula has an apostrophe before it.
    module TableLine
      FORMULA = /\A[=+\-@\t\r]/

      module_function

      # @param values [Array<String, Numeric, nil>] @return [String]
      def of(values) = CSV.generate_line(values.map { plain(_1) }, row_sep: "\r\n")

      def plain(value) = (value.is_a?(String) && value.match?(FORMULA)) ? "'#{value}" : value
      private_class_method :plain
    end
  end
end
