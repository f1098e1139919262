# frozen_string_literal: true

module UpFront
  module Desk
    # What is known for the fields of a template: of whom it goes to, of the message, of the day and of the owner.
    module TemplateValues
      module_function

      # @param person [Core::Address, nil] @param subject [String, nil] @param now [Time] @return [Hash{String=>String, nil}]
      def of(person, subject, now)
        rulebook = Store::CurrentRulebook.rulebook
        Core::Template.values(person, subject: subject, date: Core::English.day(rulebook.zone.date(now)), me: rulebook.owner["name"])
      end

      # @param name [String] @return [Hash, nil] the template of that name, the person's or the office's
      def template(name)
        Store::CurrentRulebook.rulebook.things("templates").find { Core::Text.fold(_1["name"]) == Core::Text.fold(name) }
      end
    end
  end
end
