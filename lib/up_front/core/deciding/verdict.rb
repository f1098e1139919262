# frozen_string_literal: true

module UpFront
  module Core
    # What the rules have said of one message so far: the first to speak on a topic decides it; what adds up is gathered.
    class Verdict
      Said = Struct.new(:value, :meaning, :rule)

      attr_reader :proposals

      def initialize
        @decided = {}
        @added = {}
        @proposals = []
      end

      # @param rule [Rule] that matches
      # @return [Hash{String=>String}] topics on which it came too late, with the rule that had decided
      def take(rule)
        outranked = {}
        rule.effects.each do |effect, value, meaning|
          next (@added[effect.topic] ||= []) << value if effect.adds?(value)

          earlier = @decided[effect.topic]
          earlier ? outranked[effect.topic] = earlier.rule.name : @decided[effect.topic] = Said.new(value, meaning, rule)
        end
        outranked
      end

      def propose(rule) = @proposals << {"rule" => rule.name, "said" => rule.effects.said}

      # @return [Object, nil] what was decided on a topic
      def [](topic) = @decided[topic]&.value

      # @return [Object, nil] the same, as {Effect#meaning} has it
      def meaning(topic) = @decided[topic]&.meaning

      # @return [Array<Object>] what was added on a topic, in the order in which it was said
      def added(topic) = @added.fetch(topic, [])

      # @return [Rule, nil]
      def decided_by(topic) = @decided[topic]&.rule

      # @return [Timing, nil]
      def timing = meaning("timing")

      # @return [String] of {Priority::LEVELS}
      def priority = Effects::Priority.decided(self, nil, nil, nil)

      # @return [Hash, nil]
      def alert = self["alert"].then { |alert| alert if alert.is_a?(Hash) }

      def never_surfaces? = self["discard"] == true || timing&.kind == "off_front"
      def breaks_through? = alert&.fetch("break_through", false) || false
    end
  end
end
