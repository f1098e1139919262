# frozen_string_literal: true

module UpFront
  module Core
    # The same mail decided by two rulebooks: what each makes of it all together, and where they differ. Keeps counts and no mail.
    class Replay
      # @!attribute topics [Array<String>] on which they differ, "timing" and "proposals" among them
      # @!attribute a [Claim] @!attribute b [Claim]
      Difference = Struct.new(:topics, :a, :b, keyword_init: true)

      # @return [Integer] how many were taken
      attr_reader :messages

      # @return [Array<Time>] the first and the last arrival; empty before any
      attr_reader :stretch

      # @return [Hash{String=>Integer}] how many differ in each topic
      attr_reader :topics

      # @return [Integer] how many differ
      attr_reader :different

      # @return [Array(ReplayFigures, ReplayFigures)]
      attr_reader :figures

      # @param a [Rulebook] @param b [Rulebook]
      def initialize(a, b)
        @books = [a, b]
        @figures = [ReplayFigures.new, ReplayFigures.new]
        @messages = @different = 0
        @stretch = []
        @topics = Hash.new(0)
      end

      # @param message [Message] @param other [Message] the same, as the second rulebook's owner has it
      # @return [Difference, nil] where the two claims differ in anything but the trace; times are compared as instants
      def take(message, other = message)
        reading = Reading.new(message)
        add(@books[0].decide(message, reading: reading),
          @books[1].decide(other, reading: other.equal?(message) ? reading : Reading.new(other)))
      end

      # @param a [Claim] of one message @param b [Claim] of the same by the other @return [Difference, nil]
      def add(a, b)
        @messages += 1
        @stretch = [*@stretch, a.arrived_at].minmax
        [a, b].zip(@figures) { |claim, figures| figures.add(claim) }
        difference(a, b)
      end

      private

      def difference(a, b)
        fields = Claim::SUBSTANCE.reject { a.public_send(_1) == b.public_send(_1) }
        return if fields.empty?

        @different += 1
        topics = [*("timing" if fields.intersect?(%i[surface_at held])),
          *Effects.claimed.select { fields.include?(_1.field) }.map(&:topic), *("proposals" if fields.include?(:proposals))]
        topics.each { @topics[_1] += 1 }
        Difference.new(topics: topics, a: a, b: b)
      end
    end
  end
end
