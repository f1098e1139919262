# frozen_string_literal: true

module UpFront
  module Core
    module Facts
      # How a message stands to its owner: named in it, written before, answered.
      module Involvement
        ROLES = {"only_to" => "to me alone", "to" => "to me", "cc" => "copied to me", "not_named" => "without my name on it"}.freeze

        # The role depends on who "me" is, so its type compiles the owner's addresses in.
        module Role
          Operand = Struct.new(:roles, :mine) do
            def holds?(reading, _fact) = (of(reading.message) & roles).any?

            # @return [Array<String>] `only_to` is also `to`
            def of(message)
              to = message.to.any? { mine.include?(_1) }
              return (message.cc.any? { mine.include?(_1) }) ? ["cc"] : ["not_named"] unless to

              ((message.to + message.cc).all? { mine.include?(_1) }) ? %w[only_to to] : ["to"]
            end
          end

          module_function

          extend Types::Type

          def ops = Types::Choice::OPS
          def choices = ROLES

          def operand(_op, value, check, names)
            roles = check.list(value, empty: false) { |item, at| at.one_of(item, ROLES.keys) } or return
            Operand.new(roles, names.me).freeze
          end

          def found(operand, reading, _fact, _hit) = operand.of(reading.message).first
          def schema(_op, _schemas) = {"type" => "array", "minItems" => 1, "items" => {"enum" => ROLES.keys}}
          def say(value, _op) = English.join(value.map { ROLES.fetch(_1) }, "or")
        end

        # As the role, for mail that the owner sent.
        module Mine
          Operand = Struct.new(:value, :mine) do
            def holds?(reading, fact) = from_me?(reading, fact) == value
            def from_me?(reading, fact) = reading.value(fact).any? { mine.include?(_1) }
          end

          module_function

          extend Types::Type

          def shape = "flag"
          def ops = Types::Flag::OPS

          def operand(_op, value, check, names)
            Operand.new(value, names.me).freeze unless check.flag(value).nil?
          end

          def found(operand, reading, fact, _hit) = operand.from_me?(reading, fact)
          def schema(op, schemas) = Types::Flag.schema(op, schemas)
          def say(value, op) = Types::Flag.say(value, op)
        end

        FACTS = [
          Fact.new(name: "my_role", also: "to me copied cc only me not addressed blind", type: Role, columns: %i[to cc],
            label: "it") { _1.to },
          Fact.new(name: "from_me", also: "from me myself note own", type: Mine, columns: %i[from], label: "I sent it",
            denial: "I did not send it") { _1.from },
          Fact.new(name: "first_contact", also: "new unknown stranger never wrote before", type: Types::Flag, columns: %i[first_contact],
            label: "it is the first mail with this sender", denial: "it is not the first mail with this sender") { _1.first_contact },
          Fact.new(name: "reply_to_mine", also: "answer reply conversation thread mine", type: Types::Flag, columns: %i[reply_to_mine],
            label: "it answers a thread that I wrote in", denial: "it answers no thread that I wrote in") { _1.reply_to_mine }
        ].freeze
      end
    end
  end
end
