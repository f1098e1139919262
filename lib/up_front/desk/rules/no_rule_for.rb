# frozen_string_literal: true

module UpFront
  module Desk
    # No rule is wanted for a habit, or none at all about a sender: it is not offered again.
    class NoRuleFor < Act
      # @param key [String] of {Learned::Offer} @param sender [Boolean] whether nothing is to be offered of whom it is about
      # @return [Done] @raise [Impossible]
      def call(key, sender: false)
        transaction do
          habit = Learned.new(Store::CurrentRulebook.rulebook, now).habit(key)
          raise Impossible.new("That is not offered any more.", status: 404) unless habit

          mark = sender ? Learned::NOBODY + habit.of.join(" ") : Learned::NOT + key
          text = sender ? "No rule is offered about #{habit.name} any more." : "That rule is not offered again."
          row = Store::LeftAlone.create!(mark: mark, said: Core::HabitRule.new(habit).evidence, reason: text, created_at: now)
          event("check_up")
          Done.new(message: text, undo_id: undo_step(text, "LeftAlone" => [trail(row, before: {"deleted_at" => now})]))
        end
      end
    end
  end
end
