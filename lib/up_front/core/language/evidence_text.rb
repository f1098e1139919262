# frozen_string_literal: true

module UpFront
  module Core
    # A leaf of evidence in English: what held, and what was there instead.
    module EvidenceText
      LONGEST = 80

      module_function

      # @param leaf [Hash] as {Evidence} gives it, of a condition that held @return [String] "the subject mentions “loan”"
      def held(leaf)
        fact = find(leaf)
        return fact.label if leaf["found"] == true
        return fact.denial || "#{fact.label}: no" if leaf["found"] == false
        return "#{fact.label} #{moment(leaf["found"])}" if fact.type == Types::Ago

        "#{fact.label} #{fact.type.ops.fetch(leaf["op"])} #{shown(fact, leaf["found"])}"
      end

      # @param leaf [Hash] of one that did not @return [String] "the subject is “Lunch”"
      def missing(leaf)
        fact = find(leaf)
        return fact.denial if leaf["found"] == false && fact.denial
        return fact.label if leaf["found"] == true
        return "#{fact.label} #{moment(leaf["found"])}" if fact.type == Types::Ago

        "#{fact.label} is #{empty?(leaf["found"]) ? "empty" : shown(fact, leaf["found"])}"
      end

      # @param found [Object] as {Evidence} has it @return [Object] one text of it, cut, or what is no text as it is
      def found(found)
        case found
        when Array then found.map { found(_1) }.join(", ")[0, Text::CUT]
        when Hash then (found["name"] ? "#{found["name"]} <#{found["email"]}>" : found["email"])[0, Text::CUT]
        when String then found[0, Text::CUT]
        else found
        end
      end

      def find(leaf) = Facts.find(leaf["fact"]) || StateFacts.find(leaf["fact"])
      def empty?(found) = found.nil? || found.to_s.empty? || found == []

      # A person by the shown name, one of named answers in its words, else what was found as it stands.
      def shown(fact, found)
        return "“#{found["name"] || found["email"]}”" if found.is_a?(Hash)

        known = fact.type.choices
        parts = Array(found).map { |part| part.is_a?(Hash) ? (part["name"] || part["email"]) : part.to_s }
        return English.join(parts.map { known.fetch(_1) }, "and") if known && parts.any? && parts.all? { known.key?(_1) }

        "“#{parts.join(", ")[0, LONGEST]}”"
      end

      def moment(iso) = Time.iso8601(iso).strftime("on %-d %B %Y at %H:%M")
      private_class_method :find, :empty?, :shown, :moment
    end
  end
end
