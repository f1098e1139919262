# frozen_string_literal: true

module UpFront
  module Core
    # What one rule says of the messages that it matches, by topic. Of most topics the first rule to speak decides; see
    # {Effect#adds?} for those that add up.
    class RuleEffects
      # @return [Hash{String=>Object}] in the file's shape, names as the rulebook spells them
      attr_reader :said

      # @param value [Hash] from the file @return [RuleEffects, nil]
      def self.read(value, check, names)
        before = check.faults.size
        check.object(value, optional: Effects.topics) or return
        known = value.slice(*(value.keys & Effects.topics)) # in the order in which they were given
        said = known.to_h { |topic, given| [topic, Effects.find(topic).read(given, check.at(topic), names)] }
        new(said, names) if check.faults.size == before
      end

      # @param said [Hash] as {Effect#read} gives each value @param names [Names]
      def initialize(said, names)
        @said = said.freeze
        @spoken = said.map { |topic, value| Effects.find(topic).then { |effect| [effect, value, effect.meaning(value, names)].freeze } }
          .freeze
        freeze
      end

      def [](topic) = said[topic]

      # @yield [Effect, Object, Object] each with its value and its meaning
      def each(&) = @spoken.each(&)

      # @return [Timing, nil]
      def timing = @spoken.find { |effect, _, _| effect.topic == "timing" }&.last

      # @return [Hash, nil] the alert that it raises; nil where it raises none
      def alert = self["alert"].then { |alert| alert if alert.is_a?(Hash) }
    end
  end
end
