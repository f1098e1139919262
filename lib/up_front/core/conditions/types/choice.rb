# frozen_string_literal: true

module UpFront
  module Core
    module Types
      # Facts whose answers are among named ones. `choices` nil leaves them open (accounts, mailboxes).
      class Choice
        OPS = {"is" => "is"}.freeze

        Operand = Struct.new(:keys) do
          def holds?(reading, fact) = reading.value(fact).any? { keys.include?(Core::Text.fold(_1)) }
        end

        include Type

        attr_reader :choices

        # @param choices [Hash{String=>String}, nil] value to words
        def initialize(choices = nil)
          @choices = choices&.freeze
          freeze
        end

        def ops = OPS

        def column = :string

        # Open answers (accounts, mailboxes) are compared folded, and so kept.
        def stored(answer) = choices ? answer.first : Core::Text.fold(answer.first)

        def operand(_op, value, check, _names)
          picked = check.list(value, empty: false) { |item, at| choices ? at.one_of(item, choices.keys) : at.filled(item) } or return
          Operand.new(picked.to_set { Core::Text.fold(_1) }.freeze).freeze
        end

        def found(_operand, reading, fact, _hit) = reading.value(fact)

        def schema(op, schemas)
          choices ? {"type" => "array", "minItems" => 1, "items" => {"enum" => choices.keys}} : Text.schema(op, schemas)
        end

        def say(value, _op) = English.join(value.map { choices ? choices.fetch(_1) : Quoting.name(_1) }, "or")
      end
    end
  end
end
