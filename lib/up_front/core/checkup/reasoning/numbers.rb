# frozen_string_literal: true

module UpFront
  module Core
    module Reasoning
      # Facts that count: of each, the whole numbers that are left.
      class Numbers
        def self.takes?(literal) = literal.operand.is_a?(Types::Number::Operand)

        # @param ranges [Hash{String=>Array}] the least and the most of each fact's number
        def initialize(ranges = {})
          @ranges = ranges
        end

        # @return [Numbers, nil]
        def with(literal)
          least, most = @ranges.fetch(literal.fact.name, [0, Float::INFINITY])
          bound, up = literal.operand.bound, literal.operand.op == "at_least"
          if up == literal.held
            least = [least, up ? bound.ceil : bound.floor + 1].max
          else
            most = [most, up ? bound.ceil - 1 : bound.floor].min
          end
          Numbers.new(@ranges.merge(literal.fact.name => [least, most])) if least <= most
        end
      end
    end
  end
end
