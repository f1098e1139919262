# frozen_string_literal: true

module UpFront
  module Core
    # One rule for two that say the same, and whose conditions differ in the values of a single one alone: it asks for those of both.
    module JoinedRule
      OPS = %w[is contains mentions starts_with ends_with].freeze # each holds where it does for one of its values
      MOST = 50 # conditions of a rule that are looked at; nobody sees that longer ones differ in one alone
      ALIKE = %w[unless then last_word ask_first from_date until_date].freeze
      private_constant :ALIKE

      module_function

      # @param rules [Array<Rule>] @return [Array<Array(Integer, Integer)>] places, the later first, of two that one would do for: what
      #   stands between them says nothing of what they do
      def places(rules)
        met = Hash.new { |hash, key| hash[key] = [] }
        rules.each_index.select { rules[_1].enabled }.flat_map do |place|
          marks = marks(rules[place])
          earlier = marks.flat_map { |mark| met[mark] }.max
          marks.each { met[_1] << place }
          (earlier && free?(rules, earlier, place) && of(rules[earlier].to_h, rules[place].to_h)) ? [[place, earlier]] : []
        end
      end

      # @param earlier [Hash] a rule in the file's shape @param later [Hash] another
      # @return [Hash, nil] the earlier one, asking for what both do; nil where one does not do for both,
      #   or they ask for the same
      def of(earlier, later)
        return unless earlier.values_at(*ALIKE) == later.values_at(*ALIKE)

        condition = both(earlier["when"], later["when"])
        condition && earlier.merge("when" => condition)
      end

      # @return [Hash, nil] with the values of both in the one condition in which they differ
      def both(one, other)
        return if one == other
        return joined(one, other) if one.key?("fact")
        return unless one.keys == other.keys && !one.key?("none")

        kind, members = one.first
        others = other[kind]
        different = members.each_index.reject { members[_1] == others[_1] }
        return unless members.size == others.size && different.one?

        place = different.first
        joined = both(members[place], others[place])
        joined && {kind => members.dup.tap { _1[place] = joined }}
      end

      def joined(one, other)
        alike = one.except("value") == other.except("value") && joinable?(one)
        one.merge("value" => one["value"] | other["value"]) if alike
      end

      def joinable?(leaf) = leaf["value"].is_a?(Array) && !leaf["not"] && OPS.include?(leaf["op"])

      # @return [Array<Array>] the rule without the values of one condition, for each that may differ: two rules share one where they
      #   differ in that alone
      def marks(rule)
        return [] if rule.effects.said.any? { |topic, value| topic == "priority" && value.is_a?(Hash) } # steps add up

        body = rule.to_h
        alike = body.values_at(*ALIKE)
        holes(body["when"]).first(MOST).map { [_1, alike] }
      end

      def holes(node)
        return joinable?(node) ? [node.merge("value" => nil)] : [] if node.key?("fact")
        return [] if node.key?("none") || node.values.first.size > MOST

        kind, members = node.first
        members.each_index.flat_map { |place| holes(members[place]).map { |hole| {kind => members.dup.tap { _1[place] = hole }} } }
      end

      # Whether the later could be read in the place of the earlier without anything coming out otherwise.
      def free?(rules, earlier, later)
        between = rules[earlier + 1...later].select(&:enabled)
        return between.empty? if rules[later].last_word

        between.none? { |each| each.last_word || each.effects.said.keys.intersect?(rules[later].effects.said.keys) }
      end
      private_class_method :both, :joined, :joinable?, :marks, :holes, :free?
    end
  end
end
