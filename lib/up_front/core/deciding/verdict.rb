# frozen_string_literal: true

module UpFront
  module Core
    # What the rules have said of one message so far: the first to speak on a topic decides it; labels,
    # forwards and priority steps add up.
    class Verdict
      Said = Struct.new(:value, :rule)

      attr_reader :labels, :forward, :proposals, :timing_rule, :timing, :follow_up

      def initialize
        @decided = {}
        @steps = 0
        @labels = []
        @forward = []
        @proposals = []
      end

      # @return [Hash{String=>String}] topics on which the rule came too late, with the rule that had decided
      def hear(rule)
        rule.effects.topics.each_with_object({}) do |topic, outranked|
          next add(topic, rule.effects) if Effects::ADDING.include?(topic) || (topic == "priority" && rule.effects.step?)

          earlier = @decided[topic]
          earlier ? outranked[topic] = earlier.rule.name : decide(topic, rule)
        end
      end

      def propose(rule)
        @proposals << {"rule" => rule.name, "said" => rule.effects.said}
      end

      # @return [Object, nil] what was decided on a topic
      def [](topic) = @decided[topic]&.value

      # @return [Rule, nil]
      def decided_by(topic) = @decided[topic]&.rule

      # The one set (else normal) plus the steps, bounded once.
      def priority
        levels = Effects::PRIORITIES
        levels[(levels.index(self["priority"] || "normal") + @steps).clamp(0, levels.size - 1)]
      end

      # @return [Hash, nil]
      def alert = (self["alert"] == "none") ? nil : self["alert"]

      def never_surfaces? = self["discard"] == true || timing&.kind == "off_front"
      def breaks_through? = alert&.fetch("break_through", false) || false

      private

      def add(topic, effects)
        case topic
        when "labels" then @labels |= effects["labels"]
        when "forward" then @forward |= effects["forward"]
        when "mark_words" then nil # they stand in the trace, and only marking asks for them
        else @steps += effects.steps
        end
      end

      def decide(topic, rule)
        @decided[topic] = Said.new(rule.effects[topic], rule)
        @timing = rule.effects.timing if topic == "timing"
        @follow_up = rule.effects.follow_up if topic == "follow_up"
      end
    end
  end
end
