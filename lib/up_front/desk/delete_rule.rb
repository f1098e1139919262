# frozen_string_literal: true

module UpFront
  module Desk
    # Takes a rule out of the order. What it decided stays decided; no message is touched.
    class DeleteRule < Act
      # @return [Done] @raise [Impossible]
      def call(id)
        transaction do
          rule = Store::Rule.in_order.find_by(id: id) or raise Impossible.new("That rule is not there any more.", status: 404)
          words = "Deleted the rule “#{rule.name}”."
          rule.update!(deleted_at: now)
          undo_id = undo_step(words, "Rule" => [trail(rule)])
          event("rules", revision: Store::Shelf.turn)
          Done.new(words: words, undo_id: undo_id)
        end
      end
    end
  end
end
