# frozen_string_literal: true

module UpFront
  module Core
    # A leaf of evidence in English: what held, and what was there instead.
    module EvidenceText
      LONGEST = 80
      FEW = 3 # people who are named

      module_function

      # @param leaf [Hash] as {Evidence} gives it, of a condition that held @return [String] "the subject mentions “loan”"
      def held(leaf)
        fact = find(leaf)
        return fact.label if leaf["found"] == true
        return fact.denial || "#{fact.label}: no" if leaf["found"] == false
        return "#{fact.label} #{moment(leaf["found"])}" if [Types::Ago, Types::Period].include?(fact.type)

        "#{asked(fact, leaf)} #{shown(fact, leaf["found"], leaf["op"])}"
      end

      # @param leaves [Array<Hash>] of conditions that held @return [Array<String>] each said once: "the sender is “A” and “B”"
      def held_all(leaves)
        plain = ->(leaf) { [Array, Hash, String].include?(leaf["found"].class) && ![Types::Ago, Types::Period].include?(find(leaf).type) }
        leaves.group_by { |leaf| plain[leaf] ? asked(find(leaf), leaf) : held(leaf) }.map do |words, same|
          next words unless plain[same.first]

          "#{words} #{English.join(same.map { shown(find(_1), _1["found"], _1["op"]) }.uniq, "and")}"
        end
      end

      # @param leaf [Hash] of one that did not @return [String] "the subject is “Lunch”"
      def missing(leaf)
        fact = find(leaf)
        return fact.denial if leaf["found"] == false && fact.denial
        return fact.label if leaf["found"] == true
        return "#{fact.label} #{moment(leaf["found"])}" if [Types::Ago, Types::Period].include?(fact.type)

        "#{fact.label} is #{empty?(leaf["found"]) ? "empty" : shown(fact, leaf["found"], leaf["op"])}"
      end

      # @param leaf [Condition::Leaf] that did not hold @param reading [Reading]
      # @return [String] ", though it is so of the text"; empty where nothing was nearly so
      def nearly(leaf, reading)
        near = NearMiss.of(leaf, reading) or return ""
        return ", though it is so of #{near.fact.label}" if near.kind == :fact

        ", whose domain #{near.found} is not #{near.wanted}"
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

      def asked(fact, leaf) = "#{fact.label} #{fact.type.ops.fetch(leaf["op"])}"

      # A person by the shown name, with the address where that decided; one of named answers in its words, else what was found as it
      # stands.
      def shown(fact, found, operator)
        return person(found, operator) if found.is_a?(Hash)

        known = fact.type.choices
        people = Array(found)
        return everybody(people) if operator == "is" && people.any? && people.all?(Hash)

        parts = people.map { |part| part.is_a?(Hash) ? (part["name"] || part["email"]) : part.to_s }
        return English.join(parts.map { known.fetch(_1) }, "and") if known && parts.any? && parts.all? { known.key?(_1) }

        "“#{parts.join(", ")[0, LONGEST]}”"
      end

      def everybody(people)
        named = people.first(FEW).map { person(_1, "is") }
        English.join((people.size > FEW) ? [*named, "#{people.size - FEW} more"] : named, "and")
      end

      def person(found, operator)
        return "“#{found["email"]}”" unless found["name"]

        "“#{found["name"]}”#{" (#{found["email"]})" if operator == "is" && found["name"] != found["email"]}"
      end

      def moment(iso) = Time.iso8601(iso).strftime("on %-d %B %Y at %H:%M")
      private_class_method :find, :empty?, :asked, :shown, :everybody, :person, :moment
    end
  end
end
