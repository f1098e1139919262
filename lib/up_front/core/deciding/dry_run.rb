# frozen_string_literal: true

module UpFront
  module Core
    # Rules run over mail of which it is known which rules hold for it: claims without reading any text again.
    # Comes to what {Decider} comes to, the trace apart; a test holds the two equal.
    class DryRun
      # Which rules hold is known; so each one's outcome follows from its dates and from whether it asks first.
      class Account
        attr_reader :outranked, :ended_at

        def initialize(agreed)
          @agreed = agreed
          @outranked = {}
        end

        def outcome(rule) = (rule.ask_first && !@agreed.include?(rule.id)) ? "asks_first" : "matched"
        def tell(place, _outcome, outranked) = @outranked[place] = outranked
        def end_at(place) = @ended_at = place
      end

      Evaluated = Struct.new(:verdict, :outranked, :ended_at)

      MOST_REMEMBERED = 50_000
      NONE = [].freeze
      private_constant :NONE

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
      # @param agreed [Array<Object>] the ids of rules that ask first, to which the person has said yes of the message
      # @return [Evaluated] what they say; the same for every message for which the same rules hold
      def evaluate(places, arrival, agreed = NONE)
        places = places.select { @rules[_1].in_dates?(@zone.date(arrival)) } if @dated && places.any?
        @evaluated.clear if @evaluated.size > MOST_REMEMBERED
        @evaluated[agreed.empty? ? places : [places, agreed]] ||= begin
          account = Account.new(agreed)
          Evaluated.new(RuleEvaluation.run(@rules, places, account), account.outranked, account.ended_at).freeze
        end
      end

      # @return [Claim] without a trace
      def claim(places, arrival, agreed = NONE)
        @claims.clear if @claims.size > MOST_REMEMBERED
        @claims[[places, arrival, agreed]] ||= begin
          verdict = evaluate(places, arrival, agreed).verdict
          Claim.of(verdict, @moments.of(verdict, arrival), @zone, arrival)
        end
      end
    end
  end
end
