# frozen_string_literal: true

module UpFront
  module Store
    # The columns of messages that hold the answers to facts. They follow from {Core::Facts}: a fact whose
    # column is not there yet gets one when the database is opened, filled in for the messages already here.
    module FactColumns
      module_function

      # @return [Array<Core::Fact>] those that have one answer, kept in a column of their own
      def facts = Core::Facts.all.values.select { |fact| fact.type.respond_to?(:column) && fact.type.column }

      # @param message [Core::Message] @return [Hash{Symbol=>Object}]
      def of(message, among = facts) = among.to_h { |fact| [fact.columns.first, Array(fact.read(message)).first] }

      # Adds the columns that are missing. @return [Array<Core::Fact>] the facts that got one
      def ensure!
        missing = facts.reject { Message.column_names.include?(_1.columns.first.to_s) }
        return missing if missing.empty?

        Record.transaction do
          missing.each { |fact| Record.connection.add_column(:messages, fact.columns.first, fact.type.column) }
          Message.reset_column_information
          Message.includes(:account).find_each(batch_size: 100) { |row| Message.where(id: row.id).update_all(of(row.to_core, missing)) }
        end
        missing
      end
    end
  end
end
