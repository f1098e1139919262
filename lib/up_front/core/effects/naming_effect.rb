# frozen_string_literal: true

module UpFront
  module Core
    # An effect that names one thing of the rulebook: an ink, a template.
    class NamingEffect < Effect
      # @param kind [Symbol] of {Names::KINDS} @param phrase [String] before the name, in the written language
      # @param told [String] before the name where a difference is told, and @param none [String] where there is none
      # @param lead [String] before the choice in the editor @param label [String] of the choice
      def initialize(topic, kind:, phrase:, none:, lead:, label:, told: "", shown: false, **rest)
        @kind = kind
        @phrase = phrase
        @told = told
        @none = none
        @lead = lead
        @label = label
        @shown = shown
        super(topic, **rest)
      end

      def shown? = @shown
      def read(value, check, names) = names.fetch(@kind, value, check)&.fetch("name")
      def rename(value) = yield(@kind.to_s, value)
      def say(value) = "#{@phrase} #{Quoting.name(value)}"
      def written(phrases) = phrases.after(@phrase, phrases.name)
      def schema(schemas) = schemas.name
      def tell(claim, _time_format) = comparable(claim)&.then { "#{@told}#{_1}" } || @none
      def editor = {shape: "name", lead: @lead, label: @label, known: @kind.to_s}
    end
  end
end
