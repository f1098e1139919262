# frozen_string_literal: true

module UpFront
  module Core
    # Conditions while they are being written: what of them can be read already. Those that still want their words
    # are left out, and said.
    class DraftConditions
      # @!attribute nodes [Hash{String=>Condition}] what can be read, by JSON Pointer
      # @!attribute unfinished [Array<String>] pointers @!attribute tree [Condition, nil] of what can be read
      attr_reader :nodes, :unfinished, :tree

      # @param condition [Object] in the file's shape @param pointer [String] where it stands @param names [Names]
      # @param state [Boolean] whether it may ask about state
      def initialize(condition, pointer, names, state: false)
        @names = names
        @state = state
        @nodes = {}
        @unfinished = []
        find_unfinished(condition, pointer)
        @tree = read(condition, pointer, 0)
        freeze
      end

      # @param faults [Array<Fault>] @return [Array<Fault>] those that are not of what is unfinished
      def finished(faults) = faults.reject { |fault| unfinished.any? { fault.pointer.start_with?("#{_1}/") } }

      private

      def find_unfinished(node, pointer)
        return unless node.is_a?(Hash)
        return node.key?("fact") && unfinished?(node["value"]) && @unfinished << pointer if node.key?("fact")

        kind, members = node.first
        members.each_with_index { |member, index| find_unfinished(member, "#{pointer}/#{kind}/#{index}") } if members.is_a?(Array)
      end

      def unfinished?(value)
        value.nil? || value == [] || (value.is_a?(String) && value.strip.empty?) || (value.is_a?(Hash) && value["days"] == [])
      end

      def read(node, pointer, depth)
        found = node.is_a?(Hash) && (node.key?("fact") ? leaf(node, pointer) : group(node, pointer, depth + 1))
        nodes[pointer] = found if found
        found || nil
      end

      def leaf(node, pointer) = unfinished.include?(pointer) ? nil : Condition.read(node, Check.new, @names, state: @state)

      def group(node, pointer, depth)
        kind, members = node.first
        return unless Condition::KEYS.include?(kind) && members.is_a?(Array) && depth <= Condition::MAX_DEPTH

        Condition::Group.new(kind, members.each_with_index.filter_map { |member, index| read(member, "#{pointer}/#{kind}/#{index}", depth) }
          .freeze).freeze
      end
    end
  end
end
