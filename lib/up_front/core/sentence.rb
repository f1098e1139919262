# frozen_string_literal: true

module UpFront
  module Core
    # The reader of a rule that prints it in plain English.
    module Sentence
      NOT = {
        "is" => "is not", "mentions" => "does not mention", "mentions all of" => "does not mention all of", "contains" => "does not contain",
        "starts with" => "does not start with", "ends with" => "does not end with", "is at least" => "is not at least",
        "is at most" => "is not at most", "before" => "not before", "after" => "not after", "on" => "not on", "within" => "not"
      }.freeze
      JOINS = {"all" => "and", "any" => "or", "none" => "or"}.freeze

      module_function

      # @param rule [Rule] @return [String] one sentence
      def rule(rule)
        parts = [Words.sentence(whole(rule.when))]
        parts << ", unless #{condition(rule.unless)}" if rule.unless
        "#{parts.join}: #{effects(rule.effects)}#{tail(rule)}."
      end

      # @return [String] "when the sender is …" or "for every message"
      def whole(node) = (node.is_a?(Condition::Group) && node.members.empty? && node.kind != "any") ? "for every message" : "when #{condition(node)}"

      # @param inner [Boolean] whether it stands within another, and so needs brackets
      def condition(node, inner: false)
        return leaf(node) if node.is_a?(Condition::Leaf)
        return empty(node.kind) if node.members.empty?

        words = Words.join(node.members.map { condition(_1, inner: true) }, JOINS.fetch(node.kind))
        return "none of this holds (#{words})" if node.kind == "none"

        (inner && node.members.size > 1) ? "(#{words})" : words
      end

      def empty(kind) = (kind == "any") ? "nothing holds" : "anything holds"

      def leaf(node)
        fact, type = node.fact, node.fact.type
        return ((node.value == true) ^ node.negated) ? fact.words : fact.denial if fact.denial

        op = type.ops.fetch(node.op)
        op = NOT.fetch(op) if node.negated
        [fact.words, (op unless op == "within"), type.say(node.value, node.op)].compact.join(" ")
      end

      # @return [String] "straight in, high priority, label Loans"
      def effects(effects)
        said = effects.said.map { |topic, value| effect(topic, value) }.compact
        said.empty? ? "nothing changes" : said.join(", ")
      end

      def effect(topic, value)
        case topic
        when "timing" then timing(value)
        when "priority" then priority(value)
        when "alert" then (value == "none") ? "no alert" : [value["level"].tr("_", "-"), value["text"]&.then { "“#{_1}”" }].compact.join(" ")
        when "ink" then "ink #{value}"
        when "labels" then "label #{Words.join(value, "and")}"
        when "follow_up" then "follow up in #{value["in"]}"
        when "forward" then "forward to #{Words.join(value, "and")}"
        when "reply" then "reply with “#{value}”"
        else switch(topic, value)
        end
      end

      def timing(value)
        kind, given = value.first
        case kind
        when "now" then "straight in"
        when "next_round" then "wait for the next round"
        when "round" then "wait for the round #{given}"
        when "off_front" then "off the Front"
        else waiting(given)
        end
      end

      def waiting(given)
        return "wait for #{given["after"]}" if given.key?("after")
        return "wait until #{Words::DAY_NAMES.fetch(given["weekday"])} #{given["at"]}" if given.key?("weekday")

        "wait until #{given["at"]}#{{0 => "", 1 => " the next day"}.fetch(given["days"], " #{given["days"]} days later")}"
      end

      def priority(value)
        return "#{value} priority" if value.is_a?(String)

        key, steps = value.first
        "#{key} priority by #{steps}"
      end

      SWITCHES = {"keep_at_top" => ["keep at top", "do not keep at top"], "flag" => %w[flagged unflagged],
                  "mark_read" => ["marked read", "left unread"], "discard" => ["discard", "do not discard"]}.freeze

      def switch(topic, value) = SWITCHES.fetch(topic)[value ? 0 : 1]

      def tail(rule)
        dates = [rule.from_date && "from #{rule.from_date.iso8601}", rule.until_date && "until #{rule.until_date.iso8601}"].compact
        more = [("it has the last word" if rule.last_word), ("ask me first" if rule.ask_first), (dates.join(" ") if dates.any?)].compact
        more.empty? ? "" : "; #{more.join("; ")}"
      end
    end
  end
end
