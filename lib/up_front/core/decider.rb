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
      def decide(reading, heads_down: nil)
        message = reading.message
        verdict = Verdict.new
        trace = read_rules(reading, verdict)
        surfacing = Surfacing.new(@rulebook.plan, message.arrived_at, verdict, heads_down).to_h
        trace.timing = surfacing[:account]
        Claim.new(
          message_id: message.message_id, arrived_at: message.arrived_at, **surfacing.slice(:surface_at, :held, :round),
          priority: verdict.priority, alert: surfacing[:surface_at] && verdict.alert, ink: verdict["ink"],
          labels: verdict.labels, keep_at_top: verdict["keep_at_top"] || false, flag: verdict["flag"] || false,
          mark_read: verdict["mark_read"] || false, discard: verdict["discard"] || false,
          follow_up_at: verdict.follow_up&.after(message.arrived_at, @rulebook.zone),
          forward: verdict.forward, reply: verdict["reply"], proposals: verdict.proposals, trace: trace
        )
      end

      private

      # @return [Trace] of the rules that matched or nearly did; the rest is filled in when asked for
      def read_rules(reading, verdict)
        trace = Trace.new(@rulebook.rules, reading, @rulebook.zone.date(reading.message.arrived_at))
        @candidates.for(reading).each do |place|
          rule = @rulebook.rules[place]
          outcome = trace.outcome(rule)
          next unless Trace::TOLD.include?(outcome)

          outranked = (outcome == "matched") ? verdict.hear(rule) : {}
          verdict.propose(rule) if outcome == "asks_first"
          trace.tell(place, outcome, outranked)
          break trace.end_at(place) if outcome == "matched" && rule.last_word
        end
        trace
      end
    end
  end
end
