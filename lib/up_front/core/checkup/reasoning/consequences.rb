# frozen_string_literal: true

module UpFront
  module Core
    module Reasoning
      # What an answer tells of other facts.
      module Consequences
        module_function

        # @param literal [Form::Literal] @return [Array<Form::Literal>]
        def of(literal)
          case literal.fact.name
          when "has_attachment" then [counted("attachment_count", literal.operand.value == literal.held)]
          when "attachment_name" then literal.held ? [counted("attachment_count", true)] : []
          when "to", "cc", "recipients" then literal.held ? [counted("recipient_count", true)] : []
          when "from_me" then [from_me(literal)]
          else []
          end
        end

        # @param some [Boolean] whether there is at least one, or none
        def counted(fact, some) = Form::Literal.new(Facts.find(fact), ONE, some)

        def from_me(literal)
          Form::Literal.new(Facts.find("from"), Types::People::Among.new(literal.operand.mine), literal.operand.value == literal.held)
        end

        ONE = Types::Number::Operand.new("at_least", 1).freeze
        private_constant :ONE
      end
    end
  end
end
