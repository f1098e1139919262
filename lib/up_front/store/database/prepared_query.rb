# frozen_string_literal: true

module UpFront
  module Store
    # A prepared question with one answer.
    class PreparedQuery
      # @param sql [String] with a `?` for each value
      def initialize(sql)
        @statement = PreparedStatement.new(sql)
        freeze
      end

      # @return [Object, nil] the first column of the first row
      def call(*values) = @statement.call(values).dig(0, 0)
    end
  end
end
