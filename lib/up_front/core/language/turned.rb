# frozen_string_literal: true

module UpFront
  module Core
    # A condition with the answer that it would have to have, in the written language.
    module Turned
      # @param leaf [Condition::Leaf] @param reading [Reading] of the message for which it would have to come out otherwise
      # @return [String]
      def self.words(leaf, reading)
        return Sentence.leaf(leaf) unless Matcher.holds?(leaf, reading)

        Sentence.leaf(Condition::Leaf.new(leaf.fact, leaf.op, leaf.value, !leaf.negated, leaf.operand))
      end

      # @param node [Condition::Group, Condition::Leaf] @param way [String] JSON Pointer from it @return [Condition::Leaf]
      def self.at(node, way) = way.split("/").drop(1).each_slice(2).reduce(node) { |group, (_, index)| group.members[index.to_i] }
    end
  end
end
