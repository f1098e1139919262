# frozen_string_literal: true

module UpFront
  module Core
    # The explaining reader of a condition: the leaves that were decisive, each with what was found. Were
    # all the leaves named here to turn out otherwise, the condition would too.
    module Evidence
      CUT = 200

      module_function

      # @param pointer [String] where the node stands in its rule @return [Array<Hash>]
      def of(node, reading, pointer)
        return [leaf(node, reading, pointer)] if node.is_a?(Condition::Leaf)

        node.members.each_with_index.select { |member, _| decisive?(node, member, reading) }
          .flat_map { |member, index| of(member, reading, "#{pointer}/#{node.kind}/#{index}") }
      end

      # In a group that holds through one member, the members that hold decide; in one that fails through
      # one member, those that fail; else every member does.
      def decisive?(group, member, reading)
        seeks = group.kind != "all"
        deciding = (group.kind == "all") ? !Matcher.holds?(group, reading) : group.members.any? { Matcher.holds?(_1, reading) }
        !deciding || Matcher.holds?(member, reading) == seeks
      end

      def leaf(node, reading, pointer)
        hit = node.operand.holds?(reading, node.fact)
        found = node.fact.type.found(node.operand, reading, node.fact, hit)
        {"path" => pointer, "fact" => node.fact.name, "op" => node.op,
         "held" => hit ^ node.negated, "found" => found.is_a?(String) ? found[0, CUT] : found}
      end
    end
  end
end
