# frozen_string_literal: true

module UpFront
  module Core
    module Types
      # The priority that a message has: one of named ones, or at least one of them.
      module Priority
        OPS = {"is" => "is", "at_least" => "is at least"}.freeze

        # @!attribute levels [Array<String>] those for which it holds
        Operand = Struct.new(:levels) do
          def holds?(reading, fact) = levels.include?(reading.value(fact))
        end

        module_function

        extend Type

        def ops = OPS
        def choices = Core::Priority::LEVELS.reverse.to_h { [_1, _1] }

        # @param value [Array<String>, String] a list for `is`, one level for `at_least`
        def operand(op, value, check, _names)
          if op == "at_least"
            level = check.one_of(value, choices.keys) or return
            return Operand.new(Core::Priority::LEVELS.drop(Core::Priority.rank(level)).freeze).freeze
          end
          levels = check.list(value, empty: false) { |item, at| at.one_of(item, choices.keys) } or return
          Operand.new(levels.freeze).freeze
        end

        def found(_operand, reading, fact, _hit) = reading.value(fact)

        def schema(op, _schemas)
          (op == "at_least") ? {"enum" => choices.keys} : {"type" => "array", "minItems" => 1, "items" => {"enum" => choices.keys}}
        end

        def say(value, _op) = value.is_a?(Array) ? English.join(value, "or") : value
      end
    end
  end
end
