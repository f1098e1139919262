# frozen_string_literal: true

module UpFront
  module Store
    # Where the answers to facts are kept. It follows from {Core::Facts}: facts with one answer have a column of messages,
    # texts two columns of message_texts, people a role of message_people. {MissingColumns} makes what is not there yet.
    module FactColumns
      ROLES = %i[from sender to cc reply_to].freeze # those that every message has

      module_function

      # @return [Array<Core::Fact>] those with a column of messages, one for each column
      def facts = @facts ||= Core::Facts.all.values.select { _1.type.column && _1.columns.one? }.uniq { _1.columns.first }.freeze

      # @return [Array<Core::Fact>] those whose texts lie in message_texts, in columns named after theirs
      def texts = @texts ||= [*own(Core::Types::Text), Core::Facts::Texts::PEOPLE].freeze

      # @return [Array<Core::Fact>] those whose people have a role beside the {ROLES} of every message
      def people = @people ||= own(Core::Types::People).reject { ROLES.include?(_1.columns.first) }.freeze

      # @param reading [Core::Reading] @return [Hash{Symbol=>Object}]
      def of(reading, among = facts) = among.to_h { |fact| [fact.columns.first, fact.type.stored(reading.value(fact))] }

      # @param reading [Core::Reading] @return [Hash{Symbol=>String}] folded letters and words
      def texts_of(reading, among = texts)
        among.each_with_object({}) do |fact, columns|
          name = fact.columns.first
          columns[name] = reading.laid(fact)
          columns[:"#{name}_words"] = reading.words(fact)
        end
      end

      def own(type) = Core::Facts.all.values.select { _1.type == type && _1.parts.nil? && _1.columns.one? }
      private_class_method :own
    end
  end
end
