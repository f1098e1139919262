# frozen_string_literal: true

module UpFront
  module Core
    # The quick reader of a condition: does it hold for this message?
    module Matcher
      module_function

      # @param rule [#when, #unless] @return [Boolean] whether its conditions hold and no exception does
      def matches?(rule, reading) = holds?(rule.when, reading) && !(rule.unless && holds?(rule.unless, reading))

      # @param node [Condition::Group, Condition::Leaf] @param reading [Reading] @return [Boolean]
      def holds?(node, reading)
        return node.operand.holds?(reading, node.fact) ^ node.negated if node.is_a?(Condition::Leaf)

        case node.kind
        when "all" then node.members.all? { holds?(_1, reading) }
        when "any" then node.members.any? { holds?(_1, reading) }
        else node.members.none? { holds?(_1, reading) }
        end
      end
    end
  end
end
