# frozen_string_literal: true

module UpFront
  module Desk
    # The short list of people and words that always come straight in. Behind it is an ordinary rule, read first.
    class LetThrough < Act
      NAME = "Let through"

      # @return [Store::Rule, nil]
      def self.rule = Store::Rule.in_order.find { Core::Text.fold(_1.name) == Core::Text.fold(NAME) }

      # @return [Hash] people and words of the list; nil where the rule was changed into something else
      def self.list
        rule = self.rule or return {people: [], words: [], rule_id: nil, version: nil}
        leaves = rule.today.dig("when", "any")
        return unless leaves.is_a?(Array) && leaves.all? { |leaf|
          [%w[from is], %w[subject mentions]].include?(leaf.values_at("fact", "op")) && !leaf["not"]
        }

        {people: values(leaves, "from"), words: values(leaves, "subject"), rule_id: rule.id, version: rule.version}
      end

      def self.values(leaves, fact) = leaves.select { _1["fact"] == fact }.flat_map { _1["value"] }
      private_class_method :values

      # @param people [Array<String>] addresses, @domains, groups @param words [Array<String>] of subjects
      # @return [Done] @raise [Core::Refused, Impossible]
      def call(people, words)
        people = GivenPeople.read(people, "/people", groups: Store::CurrentRulebook.document.fetch("groups", []).map { _1["name"] })
        rule = LetThrough.rule
        return rule ? DeleteRule.new(clock).call(rule.id) : Done.new(message: "Nobody is let through.") if people.empty? && words.empty?

        leaves = {"from" => ["is", people], "subject" => ["mentions", words]}.filter_map do |fact, (op, value)|
          {"fact" => fact, "op" => op, "value" => value} if value.any?
        end
        body = {"name" => NAME, **(rule ? rule.today : {"then" => {"timing" => {"now" => true}}}), "when" => {"any" => leaves},
                "enabled" => true}
        SaveRule.new(clock).call(body, id: rule&.id, place: :first)
      end
    end
  end
end
