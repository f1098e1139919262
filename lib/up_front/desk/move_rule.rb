# frozen_string_literal: true

module UpFront
  module Desk
    # Gives a rule another place in the order in which rules are read.
    class MoveRule < Act
      # Gives each rule its place. @yield [Store::Rule] saved @return [Array] of what the block gave
      def self.number(rules)
        rules.each_with_index.filter_map do |rule, place|
          rule.update!(position: place)
          yield rule
        end
      end

      # @param to [Integer] the place, 0 the first @return [Done] @raise [Impossible]
      def call(id, to:)
        transaction do
          rules = Store::Rule.in_order.to_a
          from = rules.index { _1.id == id } or raise Impossible.new("That rule is not there any more.", status: 404)
          rule = rules[from]
          words = "Moved the rule “#{rule.name}”."
          rules.insert(to.clamp(0, rules.size - 1), rules.delete_at(from))
          rows = MoveRule.number(rules) { trail(_1) }
          rules_changed(words, {"Rule" => rows})
        end
      end
    end
  end
end
