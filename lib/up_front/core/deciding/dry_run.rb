# frozen_string_literal: true

module UpFront
  module Core
    # Rules run over mail of which it is known which rules hold for it: claims without reading any text again.
    # Comes to what {Decider} comes to, the trace apart; a test holds the two equal.
    class DryRun
      # Which rules hold is known; so each one's outcome follows from its dates and from whether it asks first.
      class Account
        attr_reader :outranked, :ended_at

        def initialize
          @outranked = {}
        end

        def outcome(rule) = rule.ask_first ? "asks_first" : "matched"
        def tell(place, _outcome, outranked) = @outranked[place] = outranked
        def end_at(place) = @ended_at = place
      end

      Evaluated = Struct.new(:verdict, :outranked, :ended_at)

      MOST_REMEMBERED = 50_000

      attr_reader :rules

      # @param rules [Array<Rule>] in order @param zone [Zone] @param moments [Moments] of the plan
      def initialize(rules, zone, moments)
        @rules = rules
        @zone = zone
        @moments = moments
        @evaluated = {}
        @claims = {}
        @dated = rules.any? { _1.from_date || _1.until_date }
      end

      # @param places [Array<Integer>] of the enabled rules whose conditions hold, exceptions not, in order
      # @return [Evaluated] what they say; the same for every message for which the same rules hold
      def evaluate(places, arrival)
        places = places.select { @rules[_1].in_dates?(@zone.date(arrival)) } if @dated && places.any?
        @evaluated.clear if @evaluated.size > MOST_REMEMBERED
        @evaluated[places] ||= begin
          account = Account.new
          Evaluated.new(RuleEvaluation.run(@rules, places, account), account.outranked, account.ended_at).freeze
        end
      end

      # @return [Claim] without a trace
      def claim(places, arrival)
        @claims.clear if @claims.size > MOST_REMEMBERED
        @claims[[places, arrival]] ||= begin
          verdict = evaluate(places, arrival).verdict
          Claim.of(verdict, @moments.of(verdict, arrival), @zone, arrival)
        end
      end
    end
  end
end
