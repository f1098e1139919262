# frozen_string_literal: true

module UpFront
  module Core
    module Reasoning
      # How the owner's role in a message goes with who it is to.
      module Roles
        module_function

        # @param choices [Choices] @param people [People]
        def contradict?(choices, people)
          mine = choices.mine or return false

          roles = choices.roles
          roles = roles.reject { |role| people.wanted.any? { unwanted?(_1, role, mine) } }
          roles.none? { |role| people.denied.none? { |literal| denies?(literal, role, mine) } }
        end

        # In this role it is to nobody whom this wants.
        def unwanted?(literal, role, mine)
          set = set_of(literal) or return false
          case literal.fact.name
          when "to" then (!role.include?("to") && set.within?(mine)) || (role.include?("only_to") && !set.meets?(mine))
          when "cc" then (role == %w[not_named] && set.within?(mine)) || (role.include?("only_to") && !set.meets?(mine))
          when "recipients" then (role == %w[not_named] && set.within?(mine)) || (role.include?("only_to") && !set.meets?(mine))
          end
        end

        # In this role it is to somebody whom this denies.
        def denies?(literal, role, mine)
          set = set_of(literal) or return false
          case literal.fact.name
          when "to" then role.include?("to") && mine.within?(set)
          when "cc" then role == %w[cc] && mine.within?(set)
          when "recipients" then role != %w[not_named] && mine.within?(set)
          end
        end

        def set_of(literal) = literal.operand.is_a?(Types::People::Among) ? literal.operand.set : nil
      end
    end
  end
end
