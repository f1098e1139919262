# frozen_string_literal: true

module UpFront
  module Core
    # Whether what was promised of a rulebook holds: of every message there can be, arriving at any moment of a year. Each way in which a
    # promise could be broken is looked at: a rule that decides otherwise, or the plan where none does. It is kept where none of the ways
    # can be gone; it is broken where a message can be shown that goes one, on which {Rulebook#decide} makes that claim. Where neither is
    # found, nothing is said.
    class Prover
      STEPS = 1_500 # of a search for answers that can be given together
      TRIES = 6 # messages that are made of such answers, before others are looked for
      MOMENTS = 12 # arrivals that are tried, those that wait longest
      WAYS = 400 # in which a promise could be broken, that are looked at

      MAIL = Reasoning::World.of_one_sender # of which is promised

      PROVED = "proved"
      BROKEN = "broken"
      NOT_DECIDED = "not_decided"
      OPEN = "open" # not gone into yet

      # @!attribute promise [Promise] @!attribute answer [String] proved, broken or not_decided
      # @!attribute message [Message, nil] of a broken one: on which it is @!attribute claim [Claim, nil] that is made on it
      Answer = Struct.new(:promise, :answer, :message, :claim, keyword_init: true)

      # One way in which a promise could be broken. @!attribute parts [Array<Reasoning::Form>] what must be so of a message
      # @!attribute others [Array<Reasoning::Form>] what else must be so, for the rules before to have nothing to say of it
      # @!attribute before [Array<Rule>] of which that is said @!attribute moments [Array<Time>] of arrival that are tried
      Way = Struct.new(:parts, :others, :before, :moments, keyword_init: true)

      # @param rulebook [Rulebook] @param from [Date] the first day of the year that is looked at
      # @param steps [Integer] after which a search is given up
      def initialize(rulebook, from:, steps: STEPS)
        @steps = steps
        @rulebook = rulebook
        @plan = rulebook.plan
        @rules = rulebook.rules.select { _1.enabled && !_1.ask_first }
        @dated = @rules.select { _1.from_date || _1.until_date }
        @from = from
        @waits = {}
        @proof = Reasoning::Proof.new
        @forms = {}.compare_by_identity
        @failing = {}.compare_by_identity
      end

      # @return [Answer]
      def answer(promise)
        return per_day(promise) if promise.kind == "alerts_a_day"

        sure = true
        Ways.new(self, promise).each.each_with_index do |way, count|
          return undecided(promise) if count == WAYS

          found = gone(way, promise)
          return found if found.is_a?(Answer)

          sure &&= found == false
        end
        sure ? Answer.new(promise: promise, answer: PROVED) : undecided(promise)
      end

      # @param answer [Answer] to another promise of the same, of rules that say the same on what was promised
      # @return [Answer, nil] to this one; nil where the message breaks it no more, as other rules have changed
      def again(answer, promise)
        return Answer.new(promise: promise, answer: answer.answer) unless answer.message

        claim = broken(promise, answer.message)
        Answer.new(promise: promise, answer: BROKEN, message: answer.message, claim: claim) if claim
      end

      attr_reader :rules, :plan, :proof, :from

      # @param held [Boolean] @return [Reasoning::Form] that the node comes out so
      def form(node, held = true) = (@forms[node] ||= {})[held] ||= Reasoning::Form.of(node, held)

      # @return [Array<Reasoning::Form>] that the rule matches, its dates apart
      def matching(rule) = [form(rule.when), (form(rule.unless, false) if rule.unless)].compact

      # @return [Reasoning::Form] that it does not
      def failing(rule)
        @failing[rule] ||= begin
          ways = [form(rule.when, false), (form(rule.unless) if rule.unless)].compact
          Reasoning::Form::Either.new(ways.flat_map { |way| way.is_a?(Reasoning::Form::Either) ? way.parts : [way] })
        end
      end

      # @param rule [Rule, nil] whose days count, nil: all of the year
      # @return [WorstWaits, nil] nil where none of its days is to come
      def waits(rule = nil)
        first = [@from, rule&.from_date].compact.max
        return if rule&.until_date && rule.until_date < first

        @waits[first] ||= WorstWaits.new(@plan, first, also: @dated.flat_map { [_1.from_date, _1.until_date&.next_day] }.compact)
      end

      private

      def undecided(promise) = Answer.new(promise: promise, answer: NOT_DECIDED)

      # How many come is up to those who write: it can be said only where nothing alerts at all.
      def per_day(promise)
        silent = @rules.none? { |rule| rule.effects.alert && @proof.possible([*about(promise), *matching(rule)], MAIL) { true } != :none }
        silent ? Answer.new(promise: promise, answer: PROVED) : undecided(promise)
      end

      def about(promise) = [form(promise.when), (form(promise.unless, false) if promise.unless)].compact

      # @return [Answer, false, nil] the promise broken; false where the way cannot be gone; nil where neither is known
      def gone(way, promise)
        open = []
        found, ended = search(way.parts, way, promise) { |answers| (open << answers).size > TRIES }
        return found if found
        return false if ended == :none
        return unless ended == :refused # there may be more answers than those that were met

        sure = open.map { |answers| further(answers, way, promise) }
        sure.grep(Answer).first || (sure.all?(false) ? false : nil)
      end

      # The same, of a message that gives these answers, and of which the rules before have nothing to say: what the answers narrow of
      # that, and where a message is made of which one of them speaks all the same, that it does not.
      def further(answers, way, promise)
        silent = @proof.narrowed(answers, way.others, MAIL)
        TRIES.times do
          last = nil
          found, ended = search([*answers, *silent], way, promise) { |some| last = some }
          return found if found
          return (ended == :none) ? false : nil unless last

          more = spoken(last, way) - silent
          return if more.empty?

          silent += more
        end
        nil
      end

      # @return [Array<Reasoning::Form>] of those rules before that match a message with these answers, that they fail
      def spoken(answers, way)
        specimen = Specimen.new(answers, @rulebook.names)
        message = tried(way.moments).lazy.filter_map { |arrival| specimen.message(arrival) }.first or return []
        reading = Reading.new(message)
        way.before.select { |rule| Matcher.matches?(rule, reading) }.map { failing(_1) }
      end

      # @yield [Array<Reasoning::Form::Literal>] answers with which nothing was shown; whether that is enough
      # @return [Array(Answer, Symbol)] what was shown, if anything, and how the search ended, see {Reasoning::Proof#possible}
      def search(parts, way, promise)
        found = nil
        ended = @proof.possible(parts, MAIL, steps: @steps) { |answers| (found = shown(answers, way, promise)) || yield(answers) }
        [found, ended]
      end

      def shown(answers, way, promise)
        specimen = Specimen.new(answers, @rulebook.names)
        tried(way.moments).each do |arrival|
          2.times do |turn|
            message = specimen.message(arrival, turn) or next
            claim = broken(promise, message)
            return Answer.new(promise: promise, answer: BROKEN, message: message, claim: claim) if claim
          end
        end
        nil
      end

      # The first of those days on which the same rules are in their dates.
      def tried(moments)
        return moments.first(MOMENTS) if @dated.empty?

        alike = moments.group_by { |at| @plan.zone.date(at).then { |date| @dated.map { _1.in_dates?(date) } } }
        alike.values.flat_map { _1.first(MOMENTS / 3) }.first(MOMENTS * 2)
      end

      # @return [Claim, nil] where it is one that breaks the promise
      def broken(promise, message)
        return unless promise.about?(Reading.new(message), @plan)

        claim = @rulebook.decide(message, paused: false)
        claim unless promise.kept?(claim, @plan)
      end
    end
  end
end
