# frozen_string_literal: true

module UpFront
  module Core
    # Evaluates rules in order and gathers what they say of one message: the step of a claim that deciding and
    # a dry run share.
    module RuleEvaluation
      # @param rules [Array<Rule>] @param places [Array<Integer>] of those that could hold, in order
      # @param account [#outcome, #tell, #end_at] knows each rule's outcome, and is told what came of it
      # @return [Verdict]
      def self.run(rules, places, account)
        verdict = Verdict.new
        places.each do |place|
          rule = rules[place]
          outcome = account.outcome(rule)
          next unless Trace::TOLD.include?(outcome)

          outranked = (outcome == "matched") ? verdict.take(rule) : {}
          verdict.propose(rule) if outcome == "asks_first"
          account.tell(place, outcome, outranked)
          break account.end_at(place) if outcome == "matched" && rule.last_word
        end
        verdict
      end
    end
  end
end
