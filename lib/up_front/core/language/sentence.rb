# frozen_string_literal: true

module UpFront
  module Core
    # The reader of a rule that prints it in the written language (docs/language.md), which {Language} hears
    # back: two different rules never print alike.
    module Sentence
      NOT = {
        "is" => "is not", "mentions" => "does not mention", "mentions all of" => "does not mention all of",
        "contains" => "does not contain",
        "starts with" => "does not start with", "ends with" => "does not end with", "is at least" => "is not at least",
        "is at most" => "is not at most", "before" => "not before", "after" => "not after", "on" => "not on", "within" => "not",
        "within the last" => "not within the last", "longer ago than" => "not longer ago than"
      }.freeze
      # Facts that say what happened are denied by their verb: "it did not arrive before …".
      DENIED = {"it arrived" => "it did not arrive", "it was sent" => "it was not sent"}.freeze
      JOINS = {"all" => "and", "any" => "or", "none" => "or"}.freeze
      ALWAYS = "for every message"
      ANYTHING = "anything holds"
      NOTHING = "nothing holds"
      UNTRUE = "it is not true that"
      NO_EFFECT = "nothing changes"

      module_function

      # @param rule [Rule] @return [String] the whole rule but its name
      def rule(rule) = [told(rule), *aside(rule)].join(" ")

      # @return [String] what a list shows, where switch and heading are shown besides
      def told(rule)
        parts = [English.sentence(whole(rule.when))]
        parts << ", unless #{exception(rule.unless)}" if rule.unless
        [parts.join + ": #{effects(rule.effects)}.", *tail(rule)].join(" ")
      end

      # @return [String] "when the sender is …" or "for every message"
      def whole(node) = (node.to_h == {"all" => []}) ? ALWAYS : "when #{top(node, "all")}"

      def condition(node) = top(node, "all")

      # @return [String] what stands after "unless"
      def exception(node) = top(node, "any")

      # @return [String] what a view holds: "mail where it is unread"
      def view(view)
        return "all mail" if view.when.to_h == {"all" => []}

        "mail where #{view.when.is_a?(Condition::Leaf) ? leaf(view.when) : top(view.when, "all")}"
      end

      # @param implied [String] the group that a single condition stands in without saying so
      def top(node, implied)
        return "(#{leaf(node)})" if node.is_a?(Condition::Leaf)
        return joined(node) if node.kind != "none" && node.members.size > 1
        return leaf(node.members.first) if node.kind == implied && node.members.first.is_a?(Condition::Leaf)
        return inner(node) unless node.members.one?

        spelt(node)
      end

      def inner(node)
        return leaf(node) if node.is_a?(Condition::Leaf)
        return {"all" => ANYTHING, "any" => NOTHING}.fetch(node.kind) if node.members.empty? && node.kind != "none"

        (node.members.size > 1 && node.kind != "none") ? "(#{joined(node)})" : spelt(node)
      end

      def spelt(node) = "#{node.kind} of (#{joined(node)})"
      def joined(node) = English.join(node.members.map { inner(_1) }, JOINS.fetch(node.kind))

      def leaf(node)
        fact, type = node.fact, node.fact.type
        return flag(node) if fact.denial

        op = type.ops.fetch(node.op)
        denied = DENIED[fact.label] if node.negated
        op = NOT.fetch(op) if node.negated && denied.nil?
        [denied || fact.label, (op unless op == "within"), type.say(node.value, node.op)].compact.join(" ")
      end

      def flag(node)
        text = node.value ? node.fact.label : node.fact.denial
        node.negated ? "#{UNTRUE} #{text}" : text
      end

      # @param effects [RuleEffects] @return [String] "straight in, high priority, label Loans"
      def effects(effects) = effects.said.empty? ? NO_EFFECT : effects.said.map { |topic, value| effect(topic, value) }.join(", ")

      # @param value [Object] in the file's shape @return [String]
      def effect(topic, value) = Effects.find(topic).say(value)

      def tail(rule)
        dates = [rule.from_date && "from #{rule.from_date.iso8601}", rule.until_date && "until #{rule.until_date.iso8601}"].compact
        [("It has the last word." if rule.last_word), ("It asks first." if rule.ask_first), ("It holds #{dates.join(" ")}." if dates.any?)]
          .compact
      end

      def aside(rule) = [("It is off." unless rule.enabled), ("It stands under #{Quoting.name(rule.heading)}." if rule.heading)].compact
      private_class_method :top, :inner, :spelt, :joined, :flag, :tail, :aside
    end
  end
end
