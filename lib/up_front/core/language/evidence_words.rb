# frozen_string_literal: true

module UpFront
  module Core
    # A leaf of evidence in words: what held, and what was there instead.
    module EvidenceWords
      LONGEST = 80

      module_function

      # @param leaf [Hash] as {Evidence} gives it, of a condition that held @return [String] "the subject mentions “loan”"
      def held(leaf)
        fact = find(leaf)
        return fact.words if leaf["found"] == true
        return fact.denial || "#{fact.words}: no" if leaf["found"] == false

        return "#{fact.words} #{leaf["found"]}" if fact.type == Types::Ago

        "#{fact.words} #{fact.type.ops.fetch(leaf["op"])} #{shown(fact, leaf["found"])}"
      end

      # @param leaf [Hash] of one that did not @return [String] "the subject is “Lunch”"
      def missing(leaf)
        fact = find(leaf)
        return fact.denial if leaf["found"] == false && fact.denial
        return fact.words if leaf["found"] == true
        return "#{fact.words} #{leaf["found"]}" if fact.type == Types::Ago

        "#{fact.words} is #{leaf["found"].to_s.empty? ? "empty" : shown(fact, leaf["found"])}"
      end

      def find(leaf) = Facts.find(leaf["fact"]) || StateFacts.find(leaf["fact"])

      # A person by the shown name, one of named answers in its words, else what was found as it stands.
      def shown(fact, found)
        words = fact.type.choices&.fetch(found.to_s, nil) if fact.type.respond_to?(:choices)
        words || "“#{found.to_s.sub(/\A(.+?) <[^<>]*>\z/, "\\1")[0, LONGEST]}”"
      end
      private_class_method :find, :shown
    end
  end
end
