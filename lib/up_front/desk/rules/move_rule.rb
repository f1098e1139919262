# frozen_string_literal: true

module UpFront
  module Desk
    # Gives a rule another place in the order in which rules are read.
    class MoveRule < ChangeRulebook
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
          rules = Store::Rule.without_gaps
          from = rules.index { _1.id == id } or raise Impossible.gone("rule")
          rule = rules[from]
          text = "Moved the rule “#{rule.name}”."
          rules.insert(to.clamp(0, rules.size - 1), rules.delete_at(from))
          taken = take_heading(rule, *[rules.index(rule) - 1, rules.index(rule) + 1].map { (_1 < 0) ? nil : rules[_1] })
          rows = MoveRule.number(rules) { trail(_1) }.sort_by { (_1["key"] == id) ? 0 : 1 } # what was moved stands first
          keep_version(rule, "changed") if taken
          rules_changed(text, {"Rule" => rows})
        end
      end

      private

      # A rule that is put between two under one heading stands under it too. @return [Boolean, nil] whether it was changed by that
      def take_heading(rule, above, below)
        heading = above&.body&.dig("heading")
        return if above.nil? || below.nil? || heading.nil? || below.body["heading"] != heading || rule.body["heading"] == heading

        rule.assign_attributes(body: rule.body.merge("heading" => heading), version: rule.version + 1)
        true
      end
    end
  end
end
