# frozen_string_literal: true

module UpFront
  module Core
    # Why a rule did not decide a message: what of it held and what did not, the smallest changes of answers with which it would
    # match, and what stands in its way besides its conditions.
    class WhyNot
      # What keeps a rule from deciding, whatever its conditions. @!attribute kind [String] off, dates, paused, last_word or outranked
      # @!attribute rule [String] the one that stands in the way @!attribute topic [String, nil] of outranked
      InTheWay = Struct.new(:kind, :rule, :topic, keyword_init: true) do
        def to_h = {"kind" => kind, "rule" => rule, "topic" => topic}
      end

      attr_reader :rule, :reading

      # @param rulebook [Rulebook] @param rule [Rule] one of its rules @param message [Message]
      def initialize(rulebook, rule, message)
        @rulebook = rulebook
        @rule = rule
        @message = message
        @reading = Reading.new(message)
        @trace = Trace.new(rulebook.rules, @reading, date)
        @place = rulebook.rules.index(rule)
      end

      # @return [Boolean] whether its conditions hold, and no exception does
      def matched? = changes == MinimalChanges::ALREADY

      # @return [Array<Array<String>>] sets of JSON Pointers into the rule, see {MinimalChanges}
      def changes = @changes ||= MinimalChanges.new(@reading).sets(rule)

      # @return [String] as the trace has it
      def outcome
        return "paused" if paused?
        return "not_reached" if last_word

        @trace.outcome(rule)
      end

      # @return [Array<Hash>] evidence of every condition, of the exceptions too
      def found = leaves(rule.when, "/when") + (rule.unless ? leaves(rule.unless, "/unless") : [])

      # @return [Array<InTheWay>]
      def in_the_way
        own = [("paused" if paused?), ("off" unless rule.enabled), ("dates" unless rule.in_dates?(date))].compact
        last = InTheWay.new(kind: "last_word", rule: last_word.name) if last_word
        [*own.map { InTheWay.new(kind: _1, rule: rule.name) }, last, *outranked].compact
      end

      # @return [Rule] of the rulebook
      def named(name) = @rulebook.by_name.fetch(name)

      # @return [Date] of arrival, where the owner is
      def date = @rulebook.zone.date(@message.arrived_at)

      private

      def all_paused? = @rulebook.pauses.cover?(@message.arrived_at)
      def paused? = all_paused? && !rule.firm?

      def leaves(node, pointer)
        return [Evidence.leaf(node, @reading, pointer)] if node.is_a?(Condition::Leaf)

        node.members.each_with_index.flat_map { |member, index| leaves(member, "#{pointer}/#{node.kind}/#{index}") }
      end

      # What the rules above it have said, up to a last word.
      def above
        @above ||= begin
          verdict, last = Verdict.new, nil
          unless paused?
            @rulebook.rules.first(@place).each do |earlier|
              next if all_paused? && !earlier.firm?
              next unless @trace.outcome(earlier) == "matched"

              verdict.take(earlier)
              break last = earlier if earlier.last_word
            end
          end
          [verdict, last]
        end
      end

      def last_word = above.last

      def outranked
        rule.effects.enum_for(:each).filter_map do |effect, value, _|
          earlier = above.first.decided_by(effect.topic) unless effect.adds?(value)
          InTheWay.new(kind: "outranked", rule: earlier.name, topic: effect.topic) if earlier
        end
      end
    end
  end
end
