# frozen_string_literal: true

module UpFront
  module Core
    # An effect that lists several things, and adds them to what other rules list.
    class ListEffect < Effect
      # @param phrase [String] before the list, in the written language @param told [String] before it where a difference is told
      # @param none [String] where it is empty @param lead [String] before the list in the editor
      # @param label [String] of the editor's field
      def initialize(topic, phrase:, lead:, label:, told: "", none: "", **rest)
        @phrase = phrase
        @told = told
        @none = none
        @lead = lead
        @label = label
        super(topic, **rest)
      end

      def column = :json
      def unsaid = []
      def adds?(_value) = true
      def read(value, check, names) = check.list(value, empty: false) { |item, at| read_item(item, at, names) }
      def decided(verdict, _surfacing, _arrival, _zone) = verdict.added(topic).reduce([], :|)
      def say(value) = "#{@phrase} #{English.join(value.map { say_item(_1) }, "and")}"
      def written(phrases) = phrases.after(@phrase, phrases.several(written_item(phrases)))
      def schema(schemas) = {"type" => "array", "minItems" => 1, "items" => schemas.name}

      # The order in which rules spoke does not matter.
      def comparable(claim) = super.sort

      def tell(claim, _time_format)
        list = comparable(claim)
        list.empty? ? @none : "#{@told} #{English.join(list, "and")}"
      end
    end
  end
end
