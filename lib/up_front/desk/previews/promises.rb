# frozen_string_literal: true

module UpFront
  module Desk
    # What was promised of a rulebook: whether it holds, and how it stood in the person's own mail of the last days. Nothing is changed by
    # asking.
    class Promises
      extend KeptPreview

      DAYS = 90
      NEWEST = 5 # messages that are shown of those that broke one
      LOOKING = 1.5 # seconds, after which those that are left are put off

      KNOWN = Core::KnownAnswers.new
      private_constant :KNOWN

      # @!attribute about [Integer] messages that it is about @!attribute broken [Integer] those of them that broke it
      # @!attribute late [Array<Array(Integer, Core::Claim)>] the newest of those, with what they would be by the rules as they are
      # @!attribute day [Array(Date, Integer), nil] of how many alerts a day: the day with the most, where there were any
      Seen = Struct.new(:about, :broken, :late, :day, keyword_init: true)
      # @!attribute answer [Core::Prover::Answer] open where it was put off @!attribute seen [Seen, nil] likewise
      Found = Struct.new(:answer, :seen, keyword_init: true) do
        def promise = answer.promise

        def open? = answer.answer == Core::Prover::OPEN

        # @return [Boolean] whether it is shown not to hold: by a message that is made, or by those that came
        def broken? = answer.answer == Core::Prover::BROKEN || too_many?

        private

        def too_many? = promise.kind == "alerts_a_day" && !seen.nil? && (seen.day&.last || 0) > promise.bound
      end

      def initialize(rulebook, now)
        @rulebook = rulebook
        @now = now
        @state = state(rulebook, now)
        @found = {}.compare_by_identity
        @lock = Mutex.new
      end

      def of?(rulebook, now) = @state == state(rulebook, now)

      # @param within [Numeric, nil] seconds; nil: however long it takes. One more is gone into at each asking
      # @return [Array<Found>] of each promise, in order
      def found(within: LOOKING)
        @lock.synchronize do
          ends = within && (moment + within)
          open = @rulebook.promises.reject { @found.key?(_1) }
          open.each_with_index { |promise, at| @found[promise] = look(promise) if at.zero? || ends.nil? || moment < ends }
          @rulebook.promises.map { @found[_1] || Found.new(answer: Core::Prover::Answer.new(promise: _1, answer: Core::Prover::OPEN)) }
        end
      end

      # @param promise [Core::Promise] one that is being written @return [Found]
      def one(promise) = @lock.synchronize { look(promise) }

      # @param found [Found] @return [Array<Core::Mends::Mend>] changes of the rules with which it would hold
      def mends(found) = found.answer.message ? Core::Mends.new(@rulebook, found.answer, from: @rulebook.zone.date(@now)).to_a : []

      # @param found [Found] one that is broken by a message @return [Core::Rule, nil] the rule by which; nil: the plan
      def breaking(found) = Core::Mends.new(@rulebook, found.answer, from: @rulebook.zone.date(@now)).breaking

      # @return [Array<Array(Core::Example, Array<String>)>] each example with what shall be and is not
      def examples = @rulebook.examples.map { |example| [example, example.broken(decided(example))] }

      def decided(example) = @rulebook.decide(example.message, paused: false)

      private

      def moment = Process.clock_gettime(Process::CLOCK_MONOTONIC)
      def look(promise) = Found.new(answer: KNOWN.answer(prover, promise, stand), seen: seen(promise))
      def stand = @stand ||= Core::KnownAnswers::Stand.new(@rulebook, @rulebook.zone.date(@now))

      def state(rulebook, now)
        [rulebook.document, rulebook.zone.date(now), Store::MatchIndex.at(now).size, Store::Connection.path]
      end

      def prover = @prover ||= Core::Prover.new(@rulebook, from: @rulebook.zone.date(@now))

      def seen(promise)
        plan = @rulebook.plan
        about = index.places_of(index.matches(promise, @rulebook.context) & within).select { promise.arrives?(index.arrivals[_1], plan) }
        return alerts(about.size, about.lazy.map { claim(_1) }) if promise.kind == "alerts_a_day"

        late = about.reject { promise.kept?(claim(_1), plan) != false }
        newest = late.max_by(NEWEST) { index.arrivals[_1] }.map { [index.ids[_1], claim(_1)] }
        Seen.new(about: about.size, broken: late.size, late: newest)
      end

      def alerts(about, claims)
        days = claims.filter_map { |claim| claim.alert && @rulebook.zone.date(claim.surface_at) }.tally
        Seen.new(about: about, broken: 0, late: [], day: days.max_by { |date, count| [count, date] })
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
