# frozen_string_literal: true

module UpFront
  module Core
    # The explaining reader of a condition: the leaves that were decisive, each with what was found. Were
    # all the leaves named here to turn out otherwise, the condition would too.
    module Evidence
      module_function

      # @param pointer [String] where the node stands in its rule @return [Array<Hash>]
      def of(node, reading, pointer)
        return [leaf(node, reading, pointer)] if node.is_a?(Condition::Leaf)

        answers = node.members.map { Matcher.holds?(_1, reading) }
        decisive = decisive(node.kind, answers)
        node.members.each_with_index.flat_map do |member, index|
          (answers[index] == decisive || decisive.nil?) ? of(member, reading, "#{pointer}/#{node.kind}/#{index}") : []
        end
      end

      # In a group that one member can settle, the answer of the members that settle it; nil where none did
      # and so every member counts.
      # @return [Boolean, nil]
      def decisive(kind, answers)
        settling = kind != "all"
        settling if answers.include?(settling)
      end

      def leaf(node, reading, pointer)
        hit = node.operand.holds?(reading, node.fact)
        found = node.fact.type.found(node.operand, reading, node.fact, hit)
        {"path" => pointer, "fact" => node.fact.name, "op" => node.op,
         "held" => hit ^ node.negated, "found" => found}
      end
    end
  end
end
