# frozen_string_literal: true

module UpFront
  module Core
    module Language
      # Several of a kind: "a", "a or b", "a, b or c".
      class Joined < Parslet::Atoms::Base
        include Parslet::Atoms::CanFlatten

        MOST = 5_000 # as long a list as the rulebook takes

        # @param comma [Parslet::Atoms::Base]
        # @param last [Parslet::Atoms::Base, nil] what must stand before the last of several; nil where a comma does
        # @param least [Integer] how many make one
        def initialize(item, comma, last, least: 1)
          super()
          @item = item
          @comma = comma
          @last = last
          @least = least
        end

        # @return [Hash] {items: […]}
        def try(source, context, _consume_all)
          items = []
          outcome = take(@item, source, context, items)
          return outcome if outcome

          while items.size < MOST && after(@comma, source, context, items); end
          ended = @last.nil? || after(@last, source, context, items)
          (items.size < @least || (items.size > 1 && !ended)) ? context.err(self, source, nil) : succ({items: items})
        end

        def to_s_inner(_precedence) = "#{@item}, …"

        private

        # @return [Array, nil] the failure
        def take(atom, source, context, items)
          success, value = answer = atom.apply(source, context, false)
          return answer unless success

          items << Meaning.bare(flatten(value))
          nil
        end

        # A sign and the item after it, or neither. @return [Boolean]
        def after(sign, source, context, items)
          place = source.bytepos
          success, = sign.apply(source, context, false)
          return true if success && take(@item, source, context, items).nil?

          source.bytepos = place
          false
        end
      end
    end
  end
end
