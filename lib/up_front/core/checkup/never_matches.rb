# frozen_string_literal: true

module UpFront
  module Core
    # Why no message can match a rule, in a sentence: the fewest of its conditions that already exclude each other.
    class NeverMatches
      # @param rule [Rule] of which it is proved @param proof [Reasoning::Proof]
      def initialize(rule, proof)
        @rule = rule
        @proof = proof
      end

      # @return [String]
      def said
        return "“#{@rule.name}” can never match: its last day is before its first." if backwards?

        core = core(parts)
        why = (core.size < 2) ? alone(core) : "#{English.join(core.map(&:words), "and")} exclude each other"
        "“#{@rule.name}” can never match: #{why}."
      end

      private

      # @!attribute form [Object] see {Reasoning::Form} @!attribute words [String]
      Part = Struct.new(:form, :words)
      private_constant :Part

      def backwards? = @rule.from_date && @rule.until_date && @rule.until_date < @rule.from_date

      def parts
        wanted = members(@rule.when, "all").map { Part.new(Reasoning::Form.of(_1), "“#{words(_1)}”") }
        excepted = members(@rule.unless, "any").map do |node|
          Part.new(Reasoning::Form.of(node, false), "the exception “#{words(node)}”")
        end
        wanted + excepted
      end

      def words(node) = node.is_a?(Condition::Leaf) ? Sentence.leaf(node) : Sentence.condition(node)

      def members(node, kind)
        return [] unless node

        (node.is_a?(Condition::Group) && node.kind == kind && node.members.any?) ? node.members : [node]
      end

      # What is left when all are taken away without which it is still so.
      def core(parts)
        return [] unless impossible?(parts) # only with its dates

        parts.reduce(parts) do |kept, part|
          fewer = kept.reject { _1.equal?(part) }
          impossible?(fewer) ? fewer : kept
        end
      end

      def impossible?(parts) = @proof.impossible?(parts.map(&:form))

      def alone(core)
        return "its dates leave no day on which its conditions hold" if core.empty?

        "no message there can be answers #{core.first.words}"
      end
    end
  end
end
