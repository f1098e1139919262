# frozen_string_literal: true

module UpFront
  module Store
    # Where the answers to facts are kept. It follows from {Core::Facts}: facts with one answer have a column of messages,
    # texts two columns of message_texts, people a role of message_people. What a new fact needs is made when the
    # database is opened, and filled in for the mail that is here already.
    module FactColumns
      ROLES = %i[from sender to cc reply_to].freeze # those that every message has
      ROLES_KEPT = "people_roles"
      NO_TEXT = "\n\n" # see Core::Text.lay

      module_function

      # @return [Array<Core::Fact>] those with a column of messages, one for each column
      def facts = @facts ||= Core::Facts.all.values.select { _1.type.column && _1.columns.one? }.uniq { _1.columns.first }.freeze

      # @return [Array<Core::Fact>] those whose texts lie in message_texts, in columns named after theirs
      def texts = @texts ||= [*own(Core::Types::Text), Core::Facts::Texts::PEOPLE].freeze

      # @return [Array<Core::Fact>] those whose people have a role beside the {ROLES} of every message
      def people = @people ||= own(Core::Types::People).reject { ROLES.include?(_1.columns.first) }.freeze

      # @param message [Core::Message] @return [Hash{Symbol=>Object}]
      def of(message, among = facts) = among.to_h { |fact| [fact.columns.first, fact.type.stored(fact.read(message))] }

      # @param reading [Core::Reading] @return [Hash{Symbol=>String}] folded letters and words
      def texts_of(reading, among = texts)
        among.flat_map { |fact| fact.columns.first.then { |name| [[name, reading.laid(fact)], [:"#{name}_words", reading.words(fact)]] } }
          .to_h
      end

      # Makes what is missing. @return [Array<Core::Fact>] the facts for which something was made
      def ensure! = Record.transaction { [*missing_columns, *missing_texts, *missing_roles] }

      def own(type) = Core::Facts.all.values.select { _1.type == type && _1.parts.nil? && _1.columns.one? }

      def missing_columns
        missing = facts.reject { Message.column_names.include?(_1.columns.first.to_s) }
        return [] if missing.empty?

        missing.each { |fact| Record.connection.add_column(:messages, fact.columns.first, fact.type.column) }
        Message.reset_column_information
        each_message { |row| Message.where(id: row.id).update_all(of(row.to_core, missing)) }
        missing
      end

      def missing_texts
        missing = texts.reject { MessageText.column_names.include?(_1.columns.first.to_s) }
        return [] if missing.empty?

        missing.each do |fact|
          [fact.columns.first, :"#{fact.columns.first}_words"]
            .each { Record.connection.add_column(:message_texts, _1, :text, null: false, default: NO_TEXT) }
        end
        MessageText.reset_column_information
        each_message { |row| MessageText.where(message_id: row.id).update_all(texts_of(Core::Reading.new(row.to_core), missing)) }
        missing
      end

      def missing_roles
        missing = people.reject { Array(Setting[ROLES_KEPT]).include?(_1.columns.first.to_s) }
        return [] if missing.empty?

        each_message { |row| Intake::PERSON.all(Intake.people(row.to_core, row.id, missing.to_h { [_1.columns.first, _1] })) }
        Setting[ROLES_KEPT] = people.map { _1.columns.first.to_s }
        missing
      end

      def each_message(&) = Message.includes(:account).find_each(batch_size: 100, &)
      private_class_method :own, :missing_columns, :missing_texts, :missing_roles, :each_message
    end
  end
end
