# frozen_string_literal: true

module UpFront
  module Core
    module Language
      # What stands for something in the rulebook: where the inner atom is read, its meaning is the answer.
      class Meaning < Parslet::Atoms::Base
        include Parslet::Atoms::CanFlatten

        # A meaning in Parslet's tree, where lists are Parslet's own.
        Meant = Struct.new(:value)

        # @return [Object] a tree with its meanings laid bare
        def self.bare(tree)
          case tree
          when Meant then tree.value
          when Hash then tree.transform_values { bare(_1) }
          when Array then tree.map { bare(_1) }
          else tree
          end
        end

        # @yield [Object] what the inner atom gave, flattened
        def initialize(inner, &meaning)
          super()
          @inner = inner
          @meaning = meaning
        end

        def try(source, context, consume_all)
          success, value = answer = @inner.apply(source, context, consume_all)
          return answer unless success

          meant = @meaning.call(Meaning.bare(flatten(value)))
          succ(meant.is_a?(Hash) ? meant : Meant.new(meant))
        end

        def to_s_inner(precedence) = @inner.to_s(precedence)
      end
    end
  end
end
