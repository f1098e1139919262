# frozen_string_literal: true

module UpFront
  module Core
    module Types
      # Names of things that the rulebook holds: labels, inks.
      class Named
        # @!attribute keys [Set<String>] folded @!attribute names [Array<String>] as the rulebook spells them
        Operand = Struct.new(:keys, :names) do
          def holds?(reading, fact) = reading.value(fact).any? { keys.include?(Core::Text.fold(_1)) }
        end

        include Type

        attr_reader :kind

        # @param kind [Symbol] of {Names::KINDS}
        def initialize(kind)
          @kind = kind
          freeze
        end

        def ops = Choice::OPS

        def operand(_op, value, check, names)
          before = check.faults.size
          picked = check.list(value, empty: false) { |item, at| names.fetch(kind, item, at)&.fetch("name") } or return
          Operand.new(picked.to_set { Core::Text.fold(_1) }.freeze, picked.freeze).freeze if check.faults.size == before
        end

        def rename(_op, value) = value.map { yield(kind.to_s, _1) }
        def found(_operand, reading, fact, _hit) = reading.value(fact)
        def schema(op, schemas) = Text.schema(op, schemas)
        def say(value, _op) = English.join(value.map { Quoting.name(_1) }, "or")
      end
    end
  end
end
