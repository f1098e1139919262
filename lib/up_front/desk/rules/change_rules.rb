# frozen_string_literal: true

module UpFront
  module Desk
    # One thing done to several rules in one step: switched, taken out, or moved to one end of the order, in the order that they have.
    class ChangeRules < ChangeRulebook
      ACTS = %w[on off delete top bottom].freeze

      # @param rules [Array<#id>] in order @param chosen [Array<Integer>] @return [Array<#id>] in the order after the act
      def self.ordered(rules, chosen, act)
        moved, others = rules.partition { chosen.include?(_1.id) }
        {"top" => moved + others, "bottom" => others + moved}.fetch(act, rules)
      end

      # @param ids [Array<Integer>] of rules @param act [String] of {ACTS} @return [Done] @raise [Impossible]
      def call(ids, act)
        transaction do
          rules = Store::Rule.without_gaps
          chosen = rules.select { ids.include?(_1.id) }
          raise Impossible.gone("rule") if chosen.empty?

          rows = send({"on" => :switch, "off" => :switch, "delete" => :delete}.fetch(act, :move), rules, chosen, act).compact
          raise Impossible.new("Nothing was changed: they are so already.", status: 409) if rows.empty?

          rules_changed("#{text(act)} #{(chosen.size == 1) ? "the rule “#{chosen[0].name}”" : "#{chosen.size} rules"}#{where(act)}.",
            {"Rule" => rows})
        end
      end

      private

      def text(act) = {"on" => "Switched on", "off" => "Switched off", "delete" => "Deleted"}.fetch(act, "Moved")
      def where(act) = {"top" => " to the top", "bottom" => " to the bottom"}.fetch(act, "")

      def switch(_rules, chosen, act)
        chosen.reject { (_1.body.fetch("enabled", true) == true) == (act == "on") }.map do |rule|
          rule.update!(body: rule.today.merge("enabled" => act == "on"), form: Core::Rulebook::VERSION, version: rule.version + 1)
          trail(rule).tap { keep_version(rule, "changed") }
        end
      end

      def delete(_rules, chosen, _act) = chosen.map { |rule| rule.update!(deleted_at: now) && trail(rule) }

      # Those that were moved stand first among the rows, as of one.
      def move(rules, chosen, act)
        MoveRule.number(ChangeRules.ordered(rules, chosen.map(&:id), act)) { trail(_1) }
          .sort_by { |row| (chosen.any? { _1.id == row["key"] }) ? 0 : 1 }
      end
    end
  end
end
