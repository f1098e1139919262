# frozen_string_literal: true

module UpFront
  module Store
    # What a new fact or a new effect needs is made when the database is opened, and filled in for the mail that is here
    # already: where {FactColumns} keeps a fact's answers, and a column of claims for what an effect decided.
    module MissingColumns
      ROLES_KEPT = "people_roles"
      NO_TEXT = "\n\n" # see Core::Text.lay

      module_function

      # @return [Array<Core::Fact, Core::Effect>] those for which something was made
      def make
        [Message, MessageText, Claim].each(&:reset_column_information) # of another file that was open before
        Record.transaction { [*columns, *texts, *roles, *effects].tap { index } }
      end

      # What asks something of somebody: found without going through all mail.
      def index
        Record.connection.execute("CREATE INDEX IF NOT EXISTS index_messages_asking ON messages (id) WHERE asks_something AND NOT from_me")
      end

      def columns
        missing = FactColumns.facts.reject { Message.column_names.include?(_1.columns.first.to_s) }
        return [] if missing.empty?

        missing.each { |fact| Record.connection.add_column(:messages, fact.columns.first, fact.type.column) }
        Message.reset_column_information
        each_message { |row| Message.where(id: row.id).update_all(FactColumns.of(Core::Reading.new(row.to_core), missing)) }
        missing
      end

      def texts
        missing = FactColumns.texts.reject { MessageText.column_names.include?(_1.columns.first.to_s) }
        return [] if missing.empty?

        names = missing.flat_map { |fact| fact.columns.first.then { |name| [name, :"#{name}_words"] } }
        names.each { Record.connection.add_column(:message_texts, _1, :text, null: false, default: NO_TEXT) }
        MessageText.reset_column_information
        each_message { |row| MessageText.where(message_id: row.id).update_all(FactColumns.texts_of(Core::Reading.new(row.to_core), missing)) }
        missing
      end

      def roles
        missing = FactColumns.people.reject { Array(Setting[ROLES_KEPT]).include?(_1.columns.first.to_s) }
        return [] if missing.empty?

        each_message { |row| Intake.keep_people(row.to_core, row.id, missing) }
        Setting[ROLES_KEPT] = FactColumns.people.map { _1.columns.first.to_s }
        missing
      end

      # For the claims that are here already no rule had spoken on it.
      def effects
        missing = Core::Effects.claimed.reject { Claim.column_names.include?(_1.field.to_s) }
        missing.each { |effect| Record.connection.add_column(:claims, effect.field, effect.column, default: effect.unsaid) }
        Claim.reset_column_information if missing.any?
        missing
      end

      def each_message(&) = Message.includes(:account).find_each(batch_size: 100, &)
      private_class_method :index, :columns, :texts, :roles, :effects, :each_message
    end
  end
end
