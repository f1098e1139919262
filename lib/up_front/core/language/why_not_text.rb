# frozen_string_literal: true

module UpFront
  module Core
    # {WhyNot} in English: a line for what came of the rule, for each condition, for what stands in the way, for each change.
    class WhyNotText
      OUTCOMES = {"matched" => "matched", "no_match" => "did not match", "unless" => "matched, but an exception held too",
                  "disabled" => "is off", "out_of_dates" => "is outside its dates", "not_reached" => "was never asked",
                  "asks_first" => "matched, and asks first", "paused" => "was paused, as all rules were"}.freeze
      MOST_CHANGES = 5

      # @param why [WhyNot]
      def initialize(why)
        @why = why
      end

      # @return [Array<String>]
      def lines
        ["#{called(@why.rule)} #{OUTCOMES.fetch(@why.outcome)}.", *conditions, *in_the_way, *changes]
      end

      # @return [Array<String>] each condition with whether it held, and what was found
      def conditions
        @why.found.map do |leaf|
          part = leaf["path"].start_with?("/unless") ? "exception: " : ""
          node = at(leaf["path"])
          leaf["held"] ? "holds: #{part}#{Sentence.leaf(node)}" : "does not: #{part}#{Sentence.leaf(node)}#{instead(leaf, node)}"
        end
      end

      # @return [Array<String>]
      def in_the_way = @why.in_the_way.map { said(_1) }

      # @return [Array<String>] what would have to be otherwise, the least first
      def changes
        return [] if @why.matched?
        return ["No answers of its conditions would make it match."] if @why.changes.empty?

        more = @why.changes.size - MOST_CHANGES
        @why.changes.first(MOST_CHANGES).map { |set| "It would match if #{English.join(set.map { turned(_1) }, "and")}." } +
          (if more.positive?
             ["There are #{(@why.changes.size < MinimalChanges::MOST) ? more : "many"} more ways."]
           else
             []
           end)
      end

      # @param pointer [String] into the rule @return [Condition::Leaf]
      def at(pointer)
        part = pointer[/\A\/(when|unless)/, 1]
        Turned.at((part == "when") ? @why.rule.when : @why.rule.unless, pointer.delete_prefix("/#{part}"))
      end

      private

      def instead(leaf, node)
        return "" if node.fact.denial

        "; #{EvidenceText.missing(leaf)}#{EvidenceText.nearly(node, @why.reading)}"
      end

      def turned(pointer) = Turned.words(at(pointer), @why.reading)

      def said(one)
        case one.kind
        when "off" then "It is off."
        when "dates" then dates
        when "paused" then "All rules were paused when it arrived."
        when "last_word" then "It is never asked: #{called(@why.named(one.rule))} has the last word before it."
        else "#{called(@why.named(one.rule))} decides the #{Effects.find(one.topic).title} before it."
        end
      end

      # Whose rule it is, where it is the office's.
      def called(rule) = "“#{rule.name}”#{" (house rule, #{rule.house.said})" if rule.house}"

      # How far the day of arrival is from the rule's own.
      def dates
        from, over = @why.rule.from_date, @why.rule.until_date
        return "It begins on #{English.day(from)}; this arrived #{apart(from - @why.date)} before." if from && @why.date < from

        "Its last day was #{English.day(over)}; this arrived #{apart(@why.date - over)} later."
      end

      def apart(days) = (days == 1) ? "a day" : English.count(days.to_i, "day")
    end
  end
end
