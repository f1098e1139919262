# frozen_string_literal: true

module UpFront
  module Core
    module Types
      # The moment of arrival within a stretch of the week.
      module Span
        OPS = {"within" => "within"}.freeze

        Operand = Struct.new(:spans, :zone) do
          def holds?(reading, fact) = spans.any? { _1.covers?(reading.value(fact), zone) }
        end

        module_function

        extend Type

        def column = :datetime
        def shape = "span"
        def ops = OPS

        def operand(_op, value, check, names)
          WeekSpan.read(value, check)&.then { Operand.new([_1], names.zone).freeze }
        end

        def found(operand, reading, fact, _hit)
          here = operand.zone.local(reading.value(fact))
          "#{operand.zone.weekday(here.to_date)} #{here.strftime("%H:%M")}"
        end

        def schema(_op, schemas) = schemas.ref("span")

        def say(value, _op)
          "between #{value["from"]} and #{value["to"]} on #{Weekdays.say(value["days"])}"
        end
      end
    end
  end
end
