# frozen_string_literal: true

module UpFront
  module Core
    # The words to mark in a message: those of the rules that matched it, and those that they name besides.
    class Marking
      MOST = 200_000 # characters of one text that are looked through
      TEXTS = Types::Text
      OPS = %w[mentions mentions_all contains].freeze # how a subject starts or ends stands out by itself

      # @param trace [Hash] as it is kept with a claim @param rules [Hash{String=>Rule}] those in force, by name
      # @return [Marking]
      def self.of(trace, rules)
        spoke = trace.fetch("rules", []).select { _1["outcome"] == "matched" }
        new(spoke.flat_map { |account|
          rule = rules[account["rule"]]
          rule ? sought(rule.when) + words(rule.effects.said) : found(account["evidence"]) + words(account["said"])
        }.uniq)
      end

      # @param rules [Array<Rule>] that matched @return [Marking]
      def self.by(rules) = new(rules.flat_map { sought(_1.when) + words(_1.effects.said) }.uniq)

      def self.words(said) = said.fetch("mark_words", []).map { Phrase.new(_1).pattern }

      # Of leaves that hold because a text is there; what must not be there cannot be marked.
      # @param node [Condition] @return [Array<Regexp>] over folded text, the words that it looks for
      def self.sought(node)
        if node.is_a?(Condition::Leaf)
          return (TEXTS.equal?(node.fact.type) && OPS.include?(node.op) && !node.negated) ? node.operand.patterns : []
        end

        (node.kind == "none") ? [] : node.members.flat_map { sought(_1) }
      end

      # Of a rule that is gone, the evidence tells.
      def self.found(evidence)
        texts = evidence.to_a.select { found_text?(_1) }.flat_map { _1["found"] }.map { Text.fold(_1) }
        texts.reject(&:empty?).map { Regexp.new(Regexp.escape(_1)) }
      end

      def self.found_text?(leaf)
        leaf["held"] && OPS.include?(leaf["op"]) && leaf["path"].start_with?("/when") && leaf["found"].is_a?(Array) &&
          Facts.find(leaf["fact"])&.type.equal?(TEXTS)
      end

      private_class_method :words, :found, :found_text?

      attr_reader :patterns

      # @param patterns [Array<Regexp>] over folded text
      def initialize(patterns)
        @patterns = patterns.freeze
      end

      def any? = patterns.any?

      # @param text [String] @return [Array<Array(String, Boolean)>] the text in pieces, each marked or not
      def pieces(text)
        places = places(text[0, MOST])
        return [[text, false]] if places.empty?

        at = 0
        pieces = places.flat_map { |place| [[text[at...place.begin], false], [text[place], true]].tap { at = place.end } }
        [*pieces, [text[at..], false]].reject { _1.first.empty? }
      end

      private

      # @return [Array<Range>] in order, none touching another
      def places(text)
        folded = Text.fold(text)
        here = patterns.select { _1.match?(folded) }
        return [] if here.empty?

        map = TextMap.new(text)
        here.flat_map { map.places(_1) }.sort_by(&:begin).each_with_object([]) do |place, merged|
          next merged << place unless merged.any? && place.begin <= merged.last.end

          last = merged.pop
          merged << (last.begin...[last.end, place.end].max)
        end
      end
    end
  end
end
