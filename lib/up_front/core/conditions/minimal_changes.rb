# frozen_string_literal: true

module UpFront
  module Core
    # Which answers would have to turn for a rule to match: all sets of leaves, none of which has a proper part that would do, the
    # smallest first. A leaf stands once in its tree, so the sets of a group follow from those of its members: where all of them
    # must come out so, one set of each together; where one of them settles it, the sets of any.
    class MinimalChanges
      MOST = 20 # sets; of what must come together, the smallest twenty of each are enough for the smallest twenty of all

      ALREADY = [[].freeze].freeze

      # @param reading [Reading] of the message
      def initialize(reading)
        @reading = reading
      end

      # @param rule [Rule] @return [Array<Array<String>>] JSON Pointers into the rule; one empty set where it matches already, none where
      #   no answers of its leaves would do
      def sets(rule)
        exception = making(rule.unless, "/unless", false) if rule.unless
        together([making(rule.when, "/when", true), exception].compact)
      end

      # @param node [Condition::Group, Condition::Leaf] of a view @return [Array<Array<String>>] the same, pointers from it
      def of(node) = making(node, "", true)

      private

      # @param wanted [Boolean] @return [Array<Array<String>>]
      def making(node, pointer, wanted)
        return (Matcher.holds?(node, @reading) == wanted) ? ALREADY : [[pointer]] if node.is_a?(Condition::Leaf)

        wanted = !wanted if node.kind == "none"
        kind = (node.kind == "none") ? "any" : node.kind
        families = node.members.each_with_index.lazy.map { |member, index| making(member, "#{pointer}/#{node.kind}/#{index}", wanted) }
        ((kind == "all") == wanted) ? together(families) : either(families)
      end

      def together(families)
        families.reduce(ALREADY) do |sets, family|
          next sets if family == ALREADY

          smallest(sets.product(family).map { |one, other| one + other })
        end
      end

      def either(families)
        found = []
        families.each do |family|
          return ALREADY if family == ALREADY

          found.concat(family)
        end
        smallest(found)
      end

      def smallest(sets) = sets.each_with_index.min_by(MOST) { |set, place| [set.size, place] }.map(&:first)
    end
  end
end
