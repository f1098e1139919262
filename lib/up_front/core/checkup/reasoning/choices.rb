# frozen_string_literal: true

module UpFront
  module Core
    module Reasoning
      # Facts with one answer of several: which answers are left. Of accounts and mailboxes, whose answers are open, those that it
      # must be among or that it is not.
      class Choices
        # Which kinds of mail there can be, by what is told of how it was sent (see {Facts::Transport}).
        KINDS = {
          ["to_list", true] => %w[auto_reply invitation newsletter list],
          ["to_list", false] => %w[auto_reply invitation newsletter notice person],
          ["automatic", true] => %w[auto_reply invitation newsletter list notice],
          ["automatic", false] => %w[invitation newsletter list person]
        }.transform_values { |kinds| kinds.to_set.freeze }.freeze
        ROLES = [%w[only_to to], %w[to], %w[cc], %w[not_named]].freeze # as a message stands to its owner

        Open = Struct.new(:among, :without) do
          def empty? = !among.nil? && (among - without).empty?
        end

        def self.takes?(literal)
          [Types::Flag::Operand, Types::Choice::Operand, Facts::Involvement::Role::Operand].include?(literal.operand.class)
        end

        # @return [AddressSet, nil] the owner's addresses, once a role was asked for
        attr_reader :mine

        def initialize(left = {}, mine = nil)
          @left = left
          @mine = mine
        end

        # @return [Array<Array<String>>] of {ROLES}
        def roles = @left.fetch("my_role", ROLES)

        # @return [Choices, nil]
        def with(literal)
          name = literal.fact.name
          left = narrowed(name, literal)
          return if left.empty?

          mine = @mine || (literal.operand.mine if name == "my_role")
          narrower = Choices.new(@left.merge(name => left), mine)
          narrower if narrower.kinds?
        end

        # @return [Boolean] whether a kind is left that goes with the rest
        def kinds?
          kinds = @left["kind"] or return true
          KINDS.each { |(flag, answer), possible| kinds &= possible if @left[flag] == [answer] }
          kinds.any?
        end

        private

        def narrowed(name, literal)
          case (operand = literal.operand)
          when Types::Flag::Operand then @left.fetch(name, [true, false]) & [operand.value == literal.held]
          when Facts::Involvement::Role::Operand then roles.select { (_1 & operand.roles).any? == literal.held }
          else literal.fact.type.choices ? settled(name, literal) : any_name(name, literal)
          end
        end

        def settled(name, literal)
          left = @left.fetch(name) { literal.fact.type.choices.keys.to_set }
          literal.held ? left & literal.operand.keys : left - literal.operand.keys
        end

        def any_name(name, literal)
          left = @left.fetch(name) { Open.new(nil, Set.new) }
          keys = literal.operand.keys
          return Open.new(left.among, left.without | keys) unless literal.held

          Open.new(left.among ? left.among & keys : keys, left.without)
        end
      end
    end
  end
end
