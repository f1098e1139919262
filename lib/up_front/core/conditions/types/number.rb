# frozen_string_literal: true

module UpFront
  module Core
    module Types
      # Facts that count: bytes, attachments, recipients.
      module Number
        OPS = {"at_least" => "is at least", "at_most" => "is at most"}.freeze

        Operand = Struct.new(:op, :bound) do
          def holds?(reading, fact)
            (op == "at_least") ? reading.value(fact) >= bound : reading.value(fact) <= bound
          end
        end

        module_function

        extend Type

        def ops = OPS
        def column = :integer
        def shape = "number"

        def operand(op, value, check, _names)
          return check.refuse("a number of at least 0", value) unless value.is_a?(Numeric) && value >= 0

          Operand.new(op, value).freeze
        end

        def found(_operand, reading, fact, _hit) = reading.value(fact)
        def schema(_op, _schemas) = {"type" => "number", "minimum" => 0}
        def say(value, _op) = value.to_s
      end
    end
  end
end
