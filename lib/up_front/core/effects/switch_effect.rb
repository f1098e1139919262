# frozen_string_literal: true

module UpFront
  module Core
    # An effect that is on or off.
    class SwitchEffect < Effect
      # @param said [Array(String, String)] in the written language, on and off
      # @param told [Array(String, String)] of a message: "flagged", "not flagged"
      # @param choices [Array(String, String)] to choose from after "it is"
      def initialize(topic, said:, told:, choices: told, **rest)
        @said = said.freeze
        @told = told.freeze
        @choices = choices.freeze
        super(topic, **rest)
      end

      def column = :boolean
      def unsaid = false
      def opposite?(one, other) = one != other
      def read(value, check, _names) = check.flag(value)
      def say(value) = @said[value ? 0 : 1]
      def written(phrases) = @said.zip([true, false]).map { |phrase, value| phrases.value(phrase) { value } }.reduce(:|)
      def schema(_schemas) = {"type" => "boolean"}
      def tell(claim, _time_format) = @told[comparable(claim) ? 0 : 1]
      def editor = {shape: "switch", lead: "it is", choices: {"true" => @choices[0], "false" => @choices[1]}}
    end
  end
end
