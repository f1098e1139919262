# frozen_string_literal: true

module UpFront
  module Core
    module Language
      # What Parslet reports to when a text cannot be read: remembers how far it came, and what would have
      # gone on from there. Used only after the quick reading has failed.
      class Furthest
        attr_reader :place, :expected

        def initialize
          @place = -1
          @expected = []
        end

        def err(atom, source, _message, _children = nil)
          note(atom, source.pos.bytepos)
          self
        end

        def err_at(atom, _source, _message, position, _children = nil)
          note(atom, position.bytepos)
          self
        end

        def succ(_source) = nil

        # Parslet asks the last report to raise what went wrong.
        # @raise [Stopped]
        def raise = Kernel.raise(Stopped)

        class Stopped < StandardError; end

        private

        def note(atom, place)
          return if place < @place

          @expected = [] if place > @place
          @place = place
          @expected |= [atom] if atom.respond_to?(:expects) && atom.expects
        end
      end
    end
  end
end
