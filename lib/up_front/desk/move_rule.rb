# frozen_string_literal: true

module UpFront
  module Desk
    # Gives a rule another place in the order in which rules are read.
    class MoveRule < Act
      # @param to [Integer] the place, 0 the first @return [Done] @raise [Impossible]
      def call(id, to:)
        transaction do
          rules = Store::Rule.in_order.to_a
          from = rules.index { _1.id == id } or raise Impossible.new("That rule is not there any more.", status: 404)
          rule = rules[from]
          words = "Moved the rule “#{rule.name}”."
          rules.insert(to.clamp(0, rules.size - 1), rules.delete_at(from))
          rows = rules.each_with_index.map { |each, place| each.update!(position: place) && trail(each) }
          undo_id = undo_step(words, "Rule" => rows)
          event("rules", revision: Store::Shelf.turn)
          Done.new(words: words, undo_id: undo_id)
        end
      end
    end
  end
end
