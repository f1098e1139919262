# frozen_string_literal: true

module UpFront
  module Core
    module Types
      # The moment of arrival within windows of the plan, by name.
      module Window
        OPS = {"is" => "is"}.freeze

        module_function

        extend Type

        def column = :datetime
        def rename(_op, value) = value.map { yield("windows", _1) }
        def ops = OPS

        def operand(_op, value, check, names)
          spans = check.list(value, empty: false) { |item, at| names.window(item, at)&.span } or return
          Span::Operand.new(spans, names.zone).freeze
        end

        def found(operand, reading, fact, _hit) = Span.found(operand, reading, fact, nil)
        def schema(op, schemas) = Text.schema(op, schemas)
        def say(value, _op) = English.join(value.map { Quoting.name(_1) }, "or")
      end
    end
  end
end
