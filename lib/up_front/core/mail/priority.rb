# frozen_string_literal: true

module UpFront
  module Core
    # How much a message matters, from low to top.
    module Priority
      LEVELS = %w[low normal high top].freeze
      DEFAULT = "normal"

      module_function

      # @param level [String] of {LEVELS} @return [Integer] the greater, the more it matters
      def rank(level) = LEVELS.index(level)

      # @param steps [Integer] up, or down where negative @return [String] bounded by low and top
      def step(level, steps) = LEVELS[(rank(level) + steps).clamp(0, LEVELS.size - 1)]
    end
  end
end
