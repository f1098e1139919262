# frozen_string_literal: true

module UpFront
  module Core
    # A rule while it is being written: what of it can be read already, with everything that cannot and where.
    # Conditions that still want their words are left out, and said.
    class Draft
      UNNAMED = "this rule"

      # @!attribute nodes [Hash{String=>Condition}] what can be read of when and unless, by JSON Pointer
      attr_reader :faults, :unfinished, :nodes, :rule

      # @param body [Hash] in the file's shape @param names [Names]
      def initialize(body, names, id: nil)
        @body = body
        @names = names
        @unfinished = []
        @nodes = {}
        @faults = whole_faults(id)
        @rule = readable(id)
        freeze
      end

      def complete? = faults.empty? && unfinished.empty?

      private

      def whole_faults(id)
        check = Check.new
        Rule.read(@body, check, @names, id: id)
        %w[when unless].each { |part| find_unfinished(@body[part], "/#{part}") }
        check.faults.reject { |fault| unfinished.any? { fault.pointer.start_with?("#{_1}/") } } + senseless
      end

      # What the format allows and nobody means.
      def senseless
        said = @body["then"].is_a?(Hash) ? @body["then"] : {}
        faults = []
        faults << fault("/then", "at least one effect: nothing is said of what shall happen") if said.empty?
        faults << fault("/when", "a condition: this rule would discard every message") if said["discard"] == true && @body["when"] == {"all" => []} && @body["unless"].nil?
        faults
      end

      def fault(pointer, expected) = Fault.new(pointer: pointer, expected: expected)

      def find_unfinished(node, pointer)
        return unless node.is_a?(Hash)
        return node.key?("fact") && unfinished?(node["value"]) && @unfinished << pointer if node.key?("fact")

        kind, members = node.first
        members.each_with_index { |member, index| find_unfinished(member, "#{pointer}/#{kind}/#{index}") } if members.is_a?(Array)
      end

      def unfinished?(value) = value.nil? || value == [] || (value.is_a?(String) && value.strip.empty?) || (value.is_a?(Hash) && value["days"] == [])

      # Always on and within its dates: a draft is tried for what it says.
      def readable(id)
        return unless @body["when"].is_a?(Hash)

        Rule.new(id: id, name: name, when: read(@body["when"], "/when", 0) || Condition::Group.new("all", [].freeze).freeze, unless: @body["unless"] && read(@body["unless"], "/unless", 0), effects: effects,
          enabled: true, last_word: @body["last_word"] == true, ask_first: @body["ask_first"] == true, from_date: nil, until_date: nil, heading: nil)
      end

      def name = @body["name"].to_s.strip.then { _1.empty? ? UNNAMED : _1 }

      def read(node, pointer, depth)
        found = node.is_a?(Hash) && (node.key?("fact") ? leaf(node, pointer) : group(node, pointer, depth + 1))
        nodes[pointer] = found if found
        found || nil
      end

      def leaf(node, pointer) = unfinished.include?(pointer) ? nil : Condition.read(node, Check.new, @names)

      def group(node, pointer, depth)
        kind, members = node.first
        return unless Condition::KEYS.include?(kind) && members.is_a?(Array) && depth <= Condition::MAX_DEPTH

        Condition::Group.new(kind, members.each_with_index.filter_map { |member, index| read(member, "#{pointer}/#{kind}/#{index}", depth) }.freeze).freeze
      end

      def effects
        said = @body["then"].is_a?(Hash) ? @body["then"] : {}
        good = said.select { |topic, value| Effects.read({topic => value}, check = Check.new, @names) && check.faults.empty? }
        Effects.read(good, Check.new, @names)
      end
    end
  end
end
