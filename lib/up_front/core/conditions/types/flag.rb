# frozen_string_literal: true

module UpFront
  module Core
    module Types
      # Facts that hold or do not.
      module Flag
        OPS = {"is" => "is"}.freeze

        # @!attribute value [Boolean]
        Operand = Struct.new(:value) do
          def holds?(reading, fact) = reading.value(fact) == value
        end

        module_function

        extend Type

        def ops = OPS
        def column = :boolean
        def shape = "flag"

        def operand(_op, value, check, _names)
          Operand.new(value).freeze unless check.flag(value).nil?
        end

        def found(_operand, reading, fact, _hit) = reading.value(fact)

        def schema(_op, _schemas) = {"type" => "boolean"}

        # The fact's words hold the whole sentence part: "it came through a list".
        def say(value, _op) = value ? "" : "not"
      end
    end
  end
end
