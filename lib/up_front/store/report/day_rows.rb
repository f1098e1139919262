# frozen_string_literal: true

module UpFront
  module Store
    # The messages and alerts that a report of some days is made of.
    module DayRows
      COLUMNS = Core::DayReport::Row.members.map { "traffic.#{_1}" }.join(", ").freeze

      module_function

      # @param from [Time] @param upto [Time] exclusive
      # @return [Array<Core::DayReport::Row>] that arrived, came or were answered in between
      def of(from, upto)
        between = ->(column) { "SELECT message_id FROM traffic WHERE #{column} >= #{from.to_i} AND #{column} < #{upto.to_i}" }
        sql = "SELECT #{COLUMNS} FROM traffic WHERE message_id IN (#{%w[arrived_at comes_at answered_at].map(&between).join(" UNION ")})"
        read(sql).map { |row| Core::DayReport::Row.new(*row).tap { _1.mine = _1.mine == 1 } }
      end

      # @return [Array<Core::DayReport::Alert>]
      def alerts(from, upto)
        Alert.where(at: from...upto).order(:at).pluck(:at, :level, :silenced_by, :opened_at)
          .map { |at, level, by, opened| Core::DayReport::Alert.new(at.to_i, level, by, opened&.to_i) }
      end

      def read(sql) = Record.with_connection { _1.select_rows(sql) }
      private_class_method :read
    end
  end
end
