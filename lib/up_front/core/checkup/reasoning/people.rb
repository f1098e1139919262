# frozen_string_literal: true

module UpFront
  module Core
    module Reasoning
      # Who a message is from and to. Where somebody must be among some, and nobody may be among others, no message is left if the
      # others take all of the some in.
      class People
        OPERANDS = [Types::People::Among, Types::People::PartOf].freeze
        WITHIN = {"to" => %w[to recipients], "cc" => %w[cc recipients]}.freeze # who is in To is among the recipients
        MOST_COMPARED = 20_000

        def self.takes?(literal) = OPERANDS.include?(literal.operand.class)

        # @return [Array<Form::Literal>]
        attr_reader :wanted, :denied

        # @param one_sender [Boolean] whether mail from several at once is left out of account
        def initialize(wanted = [].freeze, denied = [].freeze, one_sender: false)
          @wanted = wanted
          @denied = denied
          @one_sender = one_sender
        end

        # @return [People, nil]
        def with(literal)
          narrower = literal.held ? grown([*wanted, literal], denied) : grown(wanted, [*denied, literal])
          concerned = literal.held ? [literal] : wanted
          nobody = concerned.any? { narrower.nobody_left?(_1) } || (literal.fact.name == "from" && narrower.no_one_sender?)
          narrower unless nobody
        end

        # @return [Boolean] whether no one person can be all those from whom it must be: among each of the some, and none of the others
        def no_one_sender?
          sets = sets_of(wanted)
          return false unless @one_sender && sets.size > 1 && sets.sum { _1.keys.size + _1.domains.size } <= MOST_COMPARED

          without = sets_of(denied).reduce(AddressSet.none, :+)
          sets.none? do |set|
            set.keys.any? { |key| Address.new(key).then { |one| sets.all? { _1.include?(one) } && !without.include?(one) } } ||
              set.domains.any? { |domain| sets.all? { _1.domain?(domain) } && !without.domain?(domain) }
          end
        end

        # @return [Boolean] whether everybody that this wants is denied
        def nobody_left?(literal)
          names = WITHIN.fetch(literal.fact.name, [literal.fact.name])
          others = denied.select { names.include?(_1.fact.name) }.map(&:operand)
          operand = literal.operand
          operand.is_a?(Types::People::Among) ? none_among?(operand.set, others) : none_with?(operand, others)
        end

        private

        def grown(wanted, denied) = People.new(wanted, denied, one_sender: @one_sender)

        def sets_of(literals)
          literals.filter_map { _1.operand.set if _1.fact.name == "from" && _1.operand.is_a?(Types::People::Among) }
        end

        def none_among?(set, others)
          sets, parts = others.partition { _1.is_a?(Types::People::Among) }
          denied = sets.map(&:set).reduce(AddressSet.none, :+)
          letters = parts.flat_map(&:keys)
          return false if (set.keys.size + set.domains.size) * letters.size > MOST_COMPARED

          set.keys.all? { |key| denied.include?(Address.new(key)) || letters.any? { key.include?(_1) } } &&
            set.domains.all? { |domain| denied.domain?(domain) || letters.any? { domain.include?(_1) } }
        end

        def none_with?(operand, others)
          parts = others.grep(Types::People::PartOf)
          names, keys = parts.flat_map(&:names), parts.flat_map(&:keys)
          return false if parts.empty? || operand.names.size * names.size > MOST_COMPARED

          operand.names.all? { |name| names.any? { name.include?(_1) } } && operand.keys.all? { |key| keys.any? { key.include?(_1) } }
        end
      end
    end
  end
end
