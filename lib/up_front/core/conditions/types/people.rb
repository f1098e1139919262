# frozen_string_literal: true

module UpFront
  module Core
    module Types
      # Facts whose answer is a list of addresses. The shown name never counts for `is`.
      module People
        OPS = {"is" => "is", "contains" => "contains"}.freeze

        # Addresses and whole domains, looked up by key.
        class Among
          attr_reader :set

          # @param set [AddressSet]
          def initialize(set)
            @set = set
            freeze
          end

          def holds?(reading, fact) = reading.value(fact).any? { set.include?(_1) }

          def pick(addresses) = addresses.find { set.include?(_1) }
        end

        # Part of an address or of a shown name.
        class PartOf
          attr_reader :names, :keys

          def initialize(terms)
            @names = terms.map { Core::Text.fold(_1) }.freeze
            @keys = terms.map { _1.downcase(:fold).strip }.freeze
            freeze
          end

          def holds?(reading, fact) = !pick(reading.value(fact)).nil?

          def pick(addresses)
            addresses.find do |address|
              name = Core::Text.fold(address.name)
              names.any? { name.include?(_1) } || keys.any? { address.key.include?(_1) }
            end
          end
        end

        module_function

        extend Type

        GROUP = /\Agroup:(.*)\z/m

        def ops = OPS

        def operand(op, value, check, names)
          before = check.faults.size
          terms = check.list(value, empty: false) { |item, at| (op == "is") ? names.who(item, at) : at.filled(item) } or return
          return if check.faults.size > before

          (op == "is") ? Among.new(terms.reduce(AddressSet.none, :+)) : PartOf.new(terms)
        end

        def rename(op, value)
          return value if op == "contains"

          value.map { |term| (name = term[GROUP, 1]) ? "group:#{yield("groups", name)}" : term }
        end

        # @return [Hash, Array<Hash>] name and email: the one that matched, else all that were there
        def found(operand, reading, fact, hit)
          people = reading.value(fact)
          hit ? operand.pick(people).to_h : people.map(&:to_h)
        end

        def schema(op, schemas) = (op == "is") ? schemas.list("who") : Text.schema(op, schemas)

        def say(value, op)
          return Text.say(value, op) if op == "contains"

          English.join(value.map { who(_1) }, "or")
        end

        def who(term)
          case term
          when "me" then "me"
          when "my_organisation" then "my organisation"
          when "contacts" then "one of my contacts"
          when GROUP then "one of #{Quoting.name($1)}"
          when /\A@/ then "anyone at #{Quoting.domain(term.delete_prefix("@"))}"
          else Quoting.address(term)
          end
        end
      end
    end
  end
end
