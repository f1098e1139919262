# frozen_string_literal: true

module UpFront
  module Core
    # The account of how a claim was made. What the rules that matched (or were stopped by their exception)
    # said is kept while deciding; evidence, and the accounts of all other rules, are worked out when asked for.
    class Trace
      TOLD = %w[matched unless asks_first].freeze

      Told = Struct.new(:outcome, :outranked)

      attr_accessor :timing

      # @param date [Date] the arrival's local date
      # @param paused [Boolean] whether all rules were paused: none is looked at but the office's that are for all
      # @param agreed [Array<Object>] the ids of rules that ask first, to which the person has said yes of this message
      def initialize(rules, reading, date, paused: false, agreed: [])
        @paused = paused
        @agreed = agreed
        @rules = rules
        @reading = reading
        @date = date
        @told = {}
        @end = rules.size
      end

      # @return [String] the rule's outcome for this message, were it reached
      def outcome(rule)
        return "disabled" unless rule.enabled
        return "out_of_dates" unless rule.in_dates?(@date)
        return "no_match" unless Matcher.holds?(rule.when, @reading)
        return "unless" if rule.unless && Matcher.holds?(rule.unless, @reading)

        (rule.ask_first && !@agreed.include?(rule.id)) ? "asks_first" : "matched"
      end

      def tell(place, outcome, outranked) = @told[place] = Told.new(outcome, outranked)

      # A last word: no rule below this place is consulted.
      def end_at(place) = @end = place

      # @return [Hash] whole, as docs/rulebook.md has it: every rule in order, and the timing
      def to_h = {"rules" => @rules.each_index.map { account(_1) }, "timing" => timing}

      # @return [Hash] the rules that had something to say, and the timing: what is worth keeping
      def kept = {"rules" => @told.keys.map { account(_1) }, "timing" => timing}

      # @return [Array<Array(Rule, String)>] the rules that had something to say, with their outcome
      def told = @told.map { |place, told| [@rules[place], told.outcome] }

      def [](key) = to_h[key]
      def ==(other) = other.is_a?(Trace) && other.to_h == to_h
      def to_json(*options) = to_h.to_json(*options)

      private

      def account(place)
        rule = @rules[place]
        told = @told[place]
        outcome = told ? told.outcome : unspoken(rule, place)
        house = rule.house ? {"house" => rule.house.to_h} : {}
        {"rule" => rule.name, **house, "outcome" => outcome, "said" => %w[matched asks_first].include?(outcome) ? rule.effects.said : {},
         "outranked" => told ? told.outranked : {}, "evidence" => evidence(rule, outcome)}
      end

      def unspoken(rule, place)
        return "paused" if @paused && !rule.firm?
        return "not_reached" if place > @end
        return "disabled" unless rule.enabled

        rule.in_dates?(@date) ? "no_match" : "out_of_dates"
      end

      def evidence(rule, outcome)
        case outcome
        when "no_match" then Evidence.of(rule.when, @reading, "/when")
        when "unless" then Evidence.of(rule.unless, @reading, "/unless")
        when "matched", "asks_first"
          held = Evidence.of(rule.when, @reading, "/when")
          rule.unless ? held + Evidence.of(rule.unless, @reading, "/unless") : held
        else []
        end
      end
    end
  end
end
