# frozen_string_literal: true

module UpFront
  module Core
    # The steps by which a message's moment was found, as a claim keeps them: {"step", and what it is about}. Instants are
    # ISO 8601 in UTC. {SurfacingText} says them in English.
    module SurfacingSteps
      WINDOW = "window" # name: a window covers the arrival
      DAY_OFF = "day_off"
      UNCOVERED = "uncovered" # at: no window covers the arrival
      BY_RULE = "by_rule" # rule, timing (its kind), at (but for rounds, which a step of their own tells)
      ROUND = "round" # name, at
      WINDOW_ENDS = "window_ends" # at
      HEADS_DOWN = "heads_down" # at: put off until it ends
      BREAKS_THROUGH = "breaks_through"
      NEVER = "never" # topic ("discard" or "timing"), rule
      NO_MOMENT = "no_moment"
      PAUSED = "paused" # all rules were, when it arrived

      module_function

      # @param account [Array<Hash>] @return [Array<String>] the windows that cover the arrival
      def windows(account) = account.select { _1["step"] == WINDOW }.map { _1["name"] }

      # @return [Boolean] whether a step of that kind was made
      def any?(account, step) = account.any? { _1["step"] == step }

      # @return [String, nil] the rule whose timing decided
      def rule(account) = account.find { _1["step"] == BY_RULE }&.fetch("rule")
    end
  end
end
