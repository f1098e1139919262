# frozen_string_literal: true

module UpFront
  module Core
    # A rule while it is being written: what of it can be read already, with everything that cannot and where.
    # Conditions that still want their words are left out, and said.
    class Draft
      UNNAMED = "this rule"

      attr_reader :faults, :rule

      # @param body [Hash] in the file's shape @param names [Names]
      def initialize(body, names, id: nil)
        @body = body
        @names = names
        @conditions = %w[when unless].to_h { |part| [part, DraftConditions.new(body[part], "/#{part}", names)] }
        @faults = whole_faults(id)
        @rule = readable(id)
        freeze
      end

      # @return [Array<String>] pointers of conditions that still want their words
      def unfinished = @conditions.values.flat_map(&:unfinished)

      # @return [Hash{String=>Condition}] what can be read of when and unless, by JSON Pointer
      def nodes = @conditions.values.map(&:nodes).reduce(:merge)

      def complete? = faults.empty? && unfinished.empty?

      # @return [Boolean] whether it holds for every message, whatever there is
      def everything? = rule.unless.nil? && rule.when.to_h == {"all" => []}

      SWEEPS = %w[off_front now].freeze # the timings that nobody wants of all mail

      # @param all [Boolean] whether it holds for all the mail that was looked at
      # @return [String, nil] what it does to all mail: "discard", or a timing of {SWEEPS}
      def sweeps(all:)
        return unless all || everything?

        timing = rule.effects["timing"]
        rule.effects["discard"] ? "discard" : SWEEPS.find { timing.is_a?(Hash) && timing.key?(_1) }
      end

      private

      def whole_faults(id)
        check = Check.new
        Rule.read(@body, check, @names, id: id)
        @conditions.values.reduce(check.faults) { |faults, part| part.finished(faults) } + senseless
      end

      # What the format allows and nobody means.
      def senseless
        said = @body["then"].is_a?(Hash) ? @body["then"] : {}
        faults = []
        faults << fault("/then", "at least one effect", "Say what shall happen: nothing does yet.") if said.empty?
        if said["discard"] == true && @body["when"] == {"all" => []} && @body["unless"].nil?
          faults << fault("/when", "a condition", "Add a condition: this rule would discard every message.")
        end
        faults << fault("/unless", "an exception", "Add an exception, or press “No exceptions”.") if EMPTY.include?(@body["unless"])
        faults.concat(backwards).concat(fractions)
      end

      EMPTY = Condition::KEYS.map { {_1 => []} }.freeze
      private_constant :EMPTY

      # Dates that no day lies between.
      def backwards
        first, last = %w[from_date until_date].map { @body[_1] }
        return [] unless first.is_a?(String) && last.is_a?(String) && last < first

        [fault("/until_date", "a day not before #{first}", "The last day is before the first, #{first}: nothing would ever happen.")]
      end

      # Bytes, files and people are counted whole.
      def fractions
        counted = nodes.select { |_, node| node.is_a?(Condition::Leaf) && node.fact.type == Types::Number && node.value.to_i != node.value }
        counted.map { |pointer, node| fault("#{pointer}/value", "a whole number", "#{node.value} is not whole: give a whole number.") }
      end

      def fault(pointer, expected, words) = Fault.new(pointer: pointer, expected: expected, words: words)

      # Always on and within its dates: a draft is tried for what it says.
      def readable(id)
        return unless @body["when"].is_a?(Hash)

        Rule.new(id: id, name: name, when: @conditions["when"].tree || Condition::Group.new("all", [].freeze).freeze,
          unless: @conditions["unless"].tree, effects: effects,
          enabled: true, last_word: @body["last_word"] == true, ask_first: @body["ask_first"] == true, from_date: nil, until_date: nil,
          heading: nil)
      end

      def name = @body["name"].to_s.strip.then { _1.empty? ? UNNAMED : _1 }

      def effects
        said = @body["then"].is_a?(Hash) ? @body["then"] : {}
        good = said.select { |topic, value| RuleEffects.read({topic => value}, check = Check.new, @names) && check.faults.empty? }
        RuleEffects.read(good, Check.new, @names)
      end
    end
  end
end
