# frozen_string_literal: true

module UpFront
  module Desk
    # What was promised of a rulebook: whether it holds, and how it stood in the person's own mail of the last days. Nothing is changed by
    # asking.
    class Promises
      extend KeptPreview

      DAYS = 90

      # @!attribute about [Integer] messages that it is about @!attribute broken [Integer] those of them that broke it
      # @!attribute day [Array(Date, Integer), nil] of how many alerts a day: the day with the most, where there were any
      Seen = Struct.new(:about, :broken, :day, keyword_init: true)
      # @!attribute answer [Core::Prover::Answer] @!attribute seen [Seen]
      Found = Struct.new(:answer, :seen, keyword_init: true) do
        def promise = answer.promise

        # @return [Boolean] whether it is shown not to hold: by a message that is made, or by those that came
        def broken? = answer.answer == Core::Prover::BROKEN || (promise.kind == "alerts_a_day" && (seen.day&.last || 0) > promise.bound)
      end

      def initialize(rulebook, now)
        @rulebook = rulebook
        @now = now
        @state = state(rulebook, now)
      end

      def of?(rulebook, now) = @state == state(rulebook, now)

      # @return [Array<Found>] of each promise, in order
      def found = @found ||= @rulebook.promises.map { one(_1) }

      # @param promise [Core::Promise] of this rulebook, or one that is being written @return [Found]
      def one(promise) = Found.new(answer: prover.answer(promise), seen: seen(promise))

      # @param found [Found] @return [Array<Core::Mends::Mend>] changes of the rules with which it would hold
      def mends(found)
        return [] unless found.answer.message

        Core::Mends.new(@rulebook, found.answer, from: @rulebook.zone.date(@now)).to_a
      end

      # @return [Array<Array(Core::Example, Array<String>)>] each example with what shall be and is not
      def examples = @rulebook.examples.map { |example| [example, example.broken(decided(example))] }

      def decided(example) = @rulebook.decide(example.message, paused: false)

      private

      def state(rulebook, now)
        [rulebook.document, rulebook.zone.date(now), Store::MatchIndex.at(now).size, Store::Connection.path]
      end

      def prover = @prover ||= Core::Prover.new(@rulebook, from: @rulebook.zone.date(@now))

      def seen(promise)
        plan = @rulebook.plan
        about = index.places_of(index.matches(promise, @rulebook.context) & within).select { promise.arrives?(index.arrivals[_1], plan) }
        claims = about.lazy.map { claim(_1) }
        return alerts(about.size, claims) if promise.kind == "alerts_a_day"

        Seen.new(about: about.size, broken: claims.count { promise.kept?(_1, plan) == false })
      end

      def alerts(about, claims)
        days = claims.filter_map { |claim| claim.alert && @rulebook.zone.date(claim.surface_at) }.tally
        Seen.new(about: about, broken: 0, day: days.max_by { |date, count| [count, date] })
      end

      def index = @index ||= Store::MatchIndex.at(@now)
      def within = @within ||= index.days_bits(DAYS, @rulebook.zone, @now)

      def claim(place)
        @fits ||= RulesPreview.fitting(index, @rulebook, within)
        @dry_run ||= Core::DryRun.new(@rulebook.rules, @rulebook.zone, Core::Moments.new(@rulebook.plan))
        @dry_run.claim(@fits[place] || [], index.arrivals[place])
      end
    end
  end
end
