# frozen_string_literal: true

module UpFront
  module Core
    # Makes the claim on a message (docs/rulebook.md, "How a claim is made").
    class Decider
      # @param rulebook [Rulebook] @param candidates [#for] which rules to evaluate; {EveryRule} for all
      def initialize(rulebook, candidates: rulebook.candidates)
        @rulebook = rulebook
        @candidates = candidates
      end

      # The plain way: evaluates each rule. What is found by look-up must come to the same claims.
      class EveryRule
        def initialize(rules) = @places = rules.each_index.to_a.freeze
        def for(_reading) = @places
      end

      # @param reading [Reading] of the message @param heads_down [Range<Time>, nil] half-open
      # @return [Claim]
      # @param paused [Boolean] whether rules, but for the office's that are for all, say nothing of what arrived while they were paused
      # @param agreed [Array<Object>] the ids of rules that ask first, to which the person has said yes of it
      def decide(reading, heads_down: nil, paused: true, agreed: [])
        message = reading.message
        paused &&= @rulebook.pauses.cover?(message.arrived_at)
        trace = Trace.new(@rulebook.rules, reading, @rulebook.zone.date(message.arrived_at), paused: paused, agreed: agreed)
        places = @candidates.for(reading)
        places = places.select { @rulebook.rules[_1].firm? } if paused
        verdict = RuleEvaluation.run(@rulebook.rules, places, trace)
        surfacing = Surfacing.new(@rulebook.plan, message.arrived_at, verdict, heads_down).to_h
        trace.timing = paused ? [{"step" => SurfacingSteps::PAUSED}, *surfacing[:account]] : surfacing[:account]
        Claim.of(verdict, surfacing, @rulebook.zone, message.arrived_at, message_id: message.message_id, trace: trace)
      end
    end
  end
end
