# frozen_string_literal: true

module UpFront
  module Core
    # Finds conditions that can never hold together, so that a rule holding both would never match.
    class Clashes
      # @!attribute pointers [Array<String>] of the two conditions @!attribute message [String]
      Clash = Struct.new(:pointers, :message)

      # @param nodes [Hash{String=>Condition}] by JSON Pointer, as {Draft#nodes} has them
      def initialize(nodes)
        @nodes = nodes
      end

      # @return [Array<Clash>]
      def to_a
        groups = @nodes.select { |_, node| node.is_a?(Condition::Group) && node.kind == "all" }
        within = groups.flat_map { |pointer, _| leaves_under(pointer).combination(2).filter_map { |one, other| clash(one, other) } }
        (within + excepted).uniq(&:pointers)
      end

      private

      # The leaves that must all hold: of this group and of the groups of its kind within it.
      def leaves_under(pointer)
        leaves = @nodes.select { |at, node| node.is_a?(Condition::Leaf) && at.start_with?("#{pointer}/") }
        leaves.select { |at, _| at.delete_prefix(pointer).match?(/\A(?:\/all\/\d+)+\z/) }.to_a
      end

      def clash((pointer, one), (other_pointer, other))
        return unless one.fact.name == other.fact.name

        message = opposite(one, other) || (different(one, other) unless one.negated || other.negated)
        Clash.new([pointer, other_pointer], message) if message
      end

      def opposite(one, other)
        return unless one.op == other.op
        same = one.value == other.value
        denied = same ? one.negated != other.negated : one.fact.denial && one.negated == other.negated
        "These two say the opposite of each other; they can never hold together." if denied
      end

      def different(one, other)
        case one.operand
        when Types::People::Among then senders(one, other) if one.fact.name == "from" && other.operand.is_a?(Types::People::Among)
        when Types::Choice::Operand then "It cannot be both; one of the two never holds." if one.operand.keys.disjoint?(other.operand.keys)
        when Types::Number::Operand then "No number is both." if bounds(one, other).then { |least, most| least && most && least > most }
        when Types::Day::Operand then "No day is both." if days(one, other)
        when Types::Text::Letters then texts(one, other) if one.op == "is" && other.op == "is"
        end
      end

      def senders(one, other)
        a, b = one.operand.set, other.operand.set
        return if overlap?(a, b) || overlap?(b, a)

        "A message has one sender: it cannot be both. Put them in one condition, or choose any of."
      end

      def overlap?(one, other)
        one.keys.any? { other.include?(Address.new(_1)) } || one.domains.any? do |domain|
          other.include?(Address.new("x@#{domain}")) || other.keys.any? { Address.new(_1).domains.include?(domain) }
        end
      end

      def bounds(*leaves)
        least = leaves.select { _1.op == "at_least" }.map { _1.operand.bound }.max
        most = leaves.select { _1.op == "at_most" }.map { _1.operand.bound }.min
        [least, most]
      end

      def days(one, other)
        dates = [one, other].to_h { [_1.op, _1.operand.date] }
        return one.operand.date != other.operand.date if dates.size == 1 && dates.key?("on")
        return dates["before"] <= dates["after"] + 1 if dates.key?("before") && dates.key?("after")

        (dates.key?("on") && dates.key?("before") && dates["on"] >= dates["before"]) ||
          (dates.key?("on") && dates.key?("after") && dates["on"] <= dates["after"])
      end

      def texts(one, other)
        "A text is one thing; these two can never hold together." if one.fact.parts.nil? && %w[subject body].include?(one.fact.name) &&
          (one.operand.needles & other.operand.needles).empty?
      end

      # A condition that must hold, and that as an exception undoes the rule.
      def excepted
        wanted, excepted = %w[/when /unless].map { |root| @nodes.select { |at, node| at.start_with?(root) && node.is_a?(Condition::Leaf) } }
        wanted = wanted.select { |at, _| at.delete_prefix("/when").match?(/\A(?:\/all\/\d+)*\z/) }
        excepted = excepted.select { |at, _| at.delete_prefix("/unless").match?(/\A(?:\/any\/\d+)*\z/) }
        wanted.flat_map do |at, leaf|
          excepted.filter_map do |other_at, other|
            Clash.new([at, other_at], "This must hold and is an exception too: the rule never matches.") if leaf == other
          end
        end
      end
    end
  end
end
