# frozen_string_literal: true

module UpFront
  module Core
    module Types
      # Facts that are dates in the owner's zone. A missing date fails every comparison.
      module Day
        OPS = {"before" => "before", "after" => "after", "on" => "on"}.freeze

        Operand = Struct.new(:op, :date, :zone) do
          def holds?(reading, fact)
            instant = reading.value(fact) or return false
            {"before" => :<, "after" => :>, "on" => :==}.fetch(op).then { zone.date(instant).public_send(_1, date) }
          end
        end

        module_function

        extend Type

        def column = :datetime
        def shape = "date"
        def ops = OPS

        def operand(op, value, check, names)
          check.date(value)&.then { Operand.new(op, _1, names.zone).freeze }
        end

        def found(operand, reading, fact, _hit) = reading.value(fact)&.then { operand.zone.date(_1).iso8601 } || ""
        def schema(_op, schemas) = schemas.ref("date")
        def say(value, _op) = value
      end
    end
  end
end
