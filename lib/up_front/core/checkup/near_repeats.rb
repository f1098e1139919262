# frozen_string_literal: true

module UpFront
  module Core
    # Rules that all but say what an earlier one says already.
    class NearRepeats
      PAIRS = 40_000 # of rules that are held against each other; of rulebooks with more, the first

      # @param rules [Array<Rule>] in order @param proof [Reasoning::Proof]
      def initialize(rules, proof)
        @rules = rules
        @proof = proof
        @joined = JoinedRule.places(rules).to_h
        @left = PAIRS
      end

      # @return [Rule, nil] an earlier one that could ask for what this one asks for too
      def joined(place) = @joined[place]&.then { @rules[_1] }

      # @param rule [Rule] @param earlier [Enumerable<Rule>]
      # @return [Array(Rule, String), nil] one that says all that it says, of all of its mail but for one word that it does not look for
      def but_for(rule, earlier)
        return if rule.last_word || rule.ask_first || rule.effects.said.empty?

        earlier.select { RuleFindings.repeats?(rule, _1) }.filter_map { |other| missing_word(rule, other)&.then { [other, _1] } }.first
      end

      private

      def missing_word(rule, other)
        return unless other.when.is_a?(Condition::Group) && other.when.kind == "all"

        words = other.when.members.lazy.filter_map { |leaf| only_word(rule, leaf)&.then { [leaf, _1] } }
        words.find { |leaf, _| (@left -= 1).positive? && @proof.within_but?(rule, other, leaf) }&.last
      end

      # @return [String, nil] the one word that the rule looks for and the leaf does not
      def only_word(rule, leaf)
        return unless words?(leaf)

        of_same = members(rule.when).select { words?(_1) && _1.fact == leaf.fact && _1.op == leaf.op }
        of_same.map { _1.value - leaf.value }.find(&:one?)&.first
      end

      def words?(node) = node.is_a?(Condition::Leaf) && !node.negated && node.fact.type == Types::Text && node.op != "mentions_all"
      def members(node) = (node.is_a?(Condition::Group) && node.kind == "all") ? node.members : [node]
    end
  end
end
