# frozen_string_literal: true

module UpFront
  module Desk
    # What following or muting a conversation does with mail that comes into it: the person's own word, over what the
    # rules say. Followed mail comes straight in, high at least; only heads-down delays it. Muted mail comes in cleared and
    # silent, but for what a rule lets break through.
    module ThreadOverride
      LEAST = "high"

      module_function

      # @param word [String, nil] of {Store::ThreadPreference} @param claim [Core::Claim] @param heads_down [Core::HeadsDown]
      # @return [Hash{Symbol=>Object}] columns of the message's state in place of the claim's; empty where it stays as claimed
      def columns(word, claim, arrived_at, heads_down, now)
        through = claim.alert.is_a?(Hash) && claim.alert["break_through"] == true
        return {} if word.nil? || claim.discard || (word == "muted" && through)
        return {thread_word: word, cleared_at: now, announced_at: now} if word == "muted"

        straight = through ? arrived_at : heads_down.after(arrived_at)
        {thread_word: word, surface_at: [claim.surface_at, straight].compact.min, priority: raised(claim.priority)}
      end

      # @return [String, nil] nil where the claim's is high enough
      def raised(priority)
        LEAST if Core::Priority.rank(priority) < Core::Priority.rank(LEAST)
      end
      private_class_method :raised
    end
  end
end
