# frozen_string_literal: true

module UpFront
  module Desk
    # For previews that are asked for again and again: worked out once, and kept until what they hang on is otherwise.
    module KeptPreview
      def self.extended(preview) = preview.instance_variable_set(:@lock, Mutex.new) # each its own: one may ask for another

      # @param rulebook [Core::Rulebook] @param now [Time] @return [#found] the one that is kept, where it is of this still (`of?`)
      def of(rulebook, now)
        @lock.synchronize do
          @kept = new(rulebook, now) unless @kept&.of?(rulebook, now)
          @kept.tap(&:found)
        end
      end
    end
  end
end
