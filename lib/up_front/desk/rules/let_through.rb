# frozen_string_literal: true

module UpFront
  module Desk
    # The short list of people and words that always come straight in. Behind it is an ordinary rule, read first.
    class LetThrough < Act
      NAME = Core::SenderChoice::ALL.fetch("let_in").name

      # @return [Store::Rule, nil]
      def self.rule = Store::Rule.in_order.find { Core::Text.fold(_1.name) == Core::Text.fold(NAME) }

      # @return [Hash] people and words of the list; nil where the rule was changed into something else
      def self.list
        rule = self.rule or return {people: [], words: [], rule_id: nil, version: nil}
        list = Core::SenderList.read(rule.today["when"]) or return

        {people: list.people, words: list.words, rule_id: rule.id, version: rule.version}
      end

      # @param people [Array<String>] addresses, @domains, groups @param words [Array<String>] of subjects
      # @return [Done] @raise [Core::Refused, Impossible]
      def call(people, words)
        people = GivenPeople.read(people, "/people", groups: Store::CurrentRulebook.rulebook.things("groups").map { _1["name"] })
        rule = LetThrough.rule
        lists = (rule && Core::SenderList.read(rule.today["when"]))&.lists || [] # those are chosen among senders
        list = Core::SenderList.new(people: people, lists: lists, words: words)
        return rule ? DeleteRule.new(clock).call(rule.id) : Done.new(message: "Nobody is let through.") if list.empty?

        there = rule ? rule.today : {"then" => Core::SenderChoice::ALL.fetch("let_in").effect}
        body = {"name" => NAME, **there, "when" => list.condition, "enabled" => true}
        SaveRule.new(clock).call(body, id: rule&.id, place: :first)
      end
    end
  end
end
