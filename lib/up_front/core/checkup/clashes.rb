# frozen_string_literal: true

module UpFront
  module Core
    # Finds conditions of a draft that can never hold together, so that a rule with both would never match.
    class Clashes
      # @!attribute pointers [Array<String>] of the two conditions @!attribute message [String]
      Clash = Struct.new(:pointers, :message)

      MOST = 80 # conditions of one group that are held against each other
      OPPOSITE = "These two say the opposite of each other; they can never hold together."
      TOGETHER = "These two can never hold together."
      EXCEPTED = "This must hold and is an exception too: the rule never matches."
      ONE_SENDER = "A message has one sender, but for the rarest: it cannot be both. Put them in one condition, or choose any of."
      WORDS = {Types::Choice::Operand => "It cannot be both; one of the two never holds.", Types::Number::Operand => "No number is both.",
               Types::Day::Operand => "No day is both."}.freeze

      # @param nodes [Hash{String=>Condition}] by JSON Pointer, as {Draft#nodes} has them
      def initialize(nodes, proof: Reasoning::Proof.new)
        @nodes = nodes
        @proof = proof
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
        leaves.select { |at, _| at.delete_prefix(pointer).match?(/\A(?:\/all\/\d+)+\z/) }.first(MOST)
      end

      def clash((pointer, one), (other_pointer, other))
        message = apart?(one, other) ? words(one, other) : two_senders(one, other)
        Clash.new([pointer, other_pointer], message) if message
      end

      def apart?(one, other) = @proof.impossible?([Reasoning::Form.of(one), Reasoning::Form.of(other)])

      def words(one, other)
        return TOGETHER unless one.fact.equal?(other.fact)
        return OPPOSITE if one.op == other.op && ((one.value == other.value) ? one.negated != other.negated : one.fact.denial)

        (WORDS[one.operand.class] if !one.negated && !other.negated && one.operand.instance_of?(other.operand.class)) || TOGETHER
      end

      # A message may be from several (RFC 5322, section 3.6.2), which hardly one is: advice, and no proof.
      def two_senders(one, other)
        senders = [one, other].all? { |leaf| leaf.fact.name == "from" && !leaf.negated && leaf.operand.is_a?(Types::People::Among) }
        ONE_SENDER if senders && !one.operand.set.meets?(other.operand.set)
      end

      # A condition that must hold, and that an exception takes in.
      def excepted
        wanted, excepted = %w[/when /unless].map { |root| @nodes.select { |at, node| at.start_with?(root) && node.is_a?(Condition::Leaf) } }
        wanted = wanted.select { |at, _| at.delete_prefix("/when").match?(/\A(?:\/all\/\d+)*\z/) }.first(MOST)
        excepted = excepted.select { |at, _| at.delete_prefix("/unless").match?(/\A(?:\/any\/\d+)*\z/) }.first(MOST)
        wanted.product(excepted).filter_map do |(at, leaf), (other_at, other)|
          Clash.new([at, other_at], EXCEPTED) if @proof.impossible?([Reasoning::Form.of(leaf), Reasoning::Form.of(other, false)])
        end
      end
    end
  end
end
