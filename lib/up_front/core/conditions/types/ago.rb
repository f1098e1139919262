# frozen_string_literal: true

module UpFront
  module Core
    module Types
      # How long ago something was, from the moment at which one looks: an ISO 8601 duration, its days and weeks
      # calendar days in the owner's zone. What never was is neither recent nor long ago.
      module Ago
        OPS = {"within_last" => "within the last", "longer_ago_than" => "longer ago than"}.freeze

        Operand = Struct.new(:op, :duration, :zone) do
          def holds?(reading, fact)
            since = since(reading.state.now)
            at = reading.value(fact) or return false
            (op == "within_last") ? at >= since : at < since
          end

          # @param now [Time] @return [Time] where the stretch begins
          def since(now) = duration.before(now, zone)
        end

        module_function

        extend Type

        def shape = "duration"
        def ops = OPS
        def operand(op, value, check, names) = check.duration(value)&.then { Operand.new(op, _1, names.zone).freeze }
        def found(operand, reading, fact, _hit) = operand.zone.iso(reading.value(fact))
        def schema(_op, schemas) = schemas.ref("duration")
        def say(value, _op) = Duration.say(value)
      end
    end
  end
end
