# frozen_string_literal: true

module UpFront
  module Core
    # A condition: a tree of groups and leaves, parsed and checked once and frozen. Readers walk it: the
    # {Matcher} for mail that arrives, {Evidence} for explanations, the store's SQL reader, the {Sentence}.
    module Condition
      MAX_DEPTH = 8 # nobody reads deeper; and it bounds every walk of the tree
      KEYS = %w[all any none].freeze

      # `{"all": […]}` holds for every message when empty; `any` for none; `none` for every one.
      Group = Struct.new(:kind, :members) do
        def to_h = {kind => members.map(&:to_h)}
        def leaves = members.flat_map(&:leaves)
      end

      # @!attribute operand [Object] the value, compiled by the fact's type
      Leaf = Struct.new(:fact, :op, :value, :negated, :operand) do
        def to_h = {"fact" => fact.name, "op" => op, "value" => value}.merge(negated ? {"not" => true} : {})
        def leaves = [self]
        def ==(other) = other.is_a?(Leaf) && other.to_h == to_h
      end

      module_function

      # @param value [Hash] @param check [Check] @param names [Names] what the rulebook holds
      # @param state [Boolean] whether it may ask about state, as views may
      # @return [Group, Leaf, nil]
      def read(value, check, names, depth: 0, state: false)
        return check.refuse("a group (all, any or none) or a fact with op and value", value) unless value.is_a?(Hash)

        value.key?("fact") ? read_leaf(value, check, names, state) : read_group(value, check, names, depth + 1, state)
      end

      def read_group(value, check, names, depth, state)
        return check.refuse("at most #{MAX_DEPTH} groups inside one another", found: "a deeper one") if depth > MAX_DEPTH
        unless value.size == 1
          return check.refuse("exactly one of all, any, none", found: value.keys.join(", ").then { _1.empty? ? "none" : _1 })
        end

        kind, members = value.first
        return check.at(kind).refuse("one of all, any, none, or a fact", kind) unless KEYS.include?(kind)

        members = check.at(kind).list(members) { |member, at| read(member, at, names, depth: depth, state: state) }
        Group.new(kind, members.freeze).freeze if members
      end

      def read_leaf(value, check, names, state)
        check.object(value, required: %w[fact op value], optional: %w[not])
        negated = value.key?("not") && check.at("not").flag(value["not"])
        fact = Facts.find(value["fact"]) || (state && StateFacts.find(value["fact"])) ||
          check.at("fact").refuse(unknown_fact(value["fact"], state), value["fact"])
        return unless fact && value.key?("op") && value.key?("value")
        return check.at("op").refuse("one of #{fact.type.ops.keys.join(", ")}", value["op"]) unless fact.type.ops.key?(value["op"])

        operand = fact.type.operand(value["op"], value["value"], check.at("value"), names)
        Leaf.new(fact, value["op"], fact.type.settled(value["op"], value["value"], names), negated || false, operand).freeze if operand
      end

      def unknown_fact(name, state)
        return "header: with a header's name" if name.is_a?(String) && name.start_with?("header:")
        return "a fact that does not change; only views may ask about state" if !state && StateFacts.find(name)

        "one of the facts #{[*Facts.all.keys, *(StateFacts.all.keys if state)].join(", ")}, header:NAME"
      end
    end
  end
end
