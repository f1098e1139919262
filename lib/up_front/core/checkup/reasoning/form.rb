# frozen_string_literal: true

module UpFront
  module Core
    # What follows from conditions whatever mail there is: whether one can hold at all, and whether one holds wherever another does.
    module Reasoning
      # A condition with every denial at its leaves, as reasoning takes it apart.
      module Form
        # What must hold together, and what one of must hold.
        Both = Struct.new(:parts)
        Either = Struct.new(:parts)
        # @!attribute held [Boolean] the answer that is asked of the operand
        Literal = Struct.new(:fact, :operand, :held) do
          # @return [Array<Terms::Words, Terms::Letters>] of texts: what one of is looked for
          def terms = @terms ||= Terms.of(operand)
        end

        ALWAYS = Both.new([].freeze).freeze
        NEVER = Either.new([].freeze).freeze

        module_function

        # @param node [Condition::Group, Condition::Leaf] @param wanted [Boolean] whether it shall hold @return [Both, Either, Literal]
        def of(node, wanted = true)
          return leaf(node, wanted ^ node.negated) if node.is_a?(Condition::Leaf)

          wanted = !wanted if node.kind == "none"
          kind = (node.kind == "none") ? "any" : node.kind
          parts = node.members.map { of(_1, wanted) }
          ((kind == "all") == wanted) ? Both.new(parts) : Either.new(parts)
        end

        # Words that must all be there are as many conditions, since of several texts each may hold another.
        def leaf(leaf, held)
          operand = leaf.operand
          several = operand.is_a?(Types::Text::Mentions) && operand.all && operand.phrases.size > 1
          return Literal.new(leaf.fact, operand, held) unless several

          parts = operand.phrases.map { Literal.new(leaf.fact, Types::Text::Mentions.new([_1], all: false), held) }
          held ? Both.new(parts) : Either.new(parts)
        end
      end
    end
  end
end
