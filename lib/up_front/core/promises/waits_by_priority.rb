# frozen_string_literal: true

module UpFront
  module Core
    # How long mail of each priority waits at most, whenever it arrives: by the plan, and by every rule that may say when it comes. Where
    # it cannot be told that a rule says nothing of such mail, it counts; what is taken off the Front, or discarded, does not.
    class WaitsByPriority
      STEPS = 400 # of a search for a message of that priority of which a rule says when it comes
      TRIES = 6 # answers of two rules that are held against those read before
      PAIRS = 5_000 # of rules that are asked about; of what is left it cannot be told

      # @!attribute priority [String, nil] nil: mail that no rule lets in
      # @!attribute longest [WorstWaits::Wait, nil] of a year; nil where none waits
      # @!attribute week [Array<Array(Integer, Float)>] minute of a usual week, and how many seconds what arrives then waits at most;
      #   infinity where it may never come. Up to the next it waits the less the later it comes
      Line = Struct.new(:priority, :longest, :week, keyword_init: true)

      # What of the rules says when mail of a priority comes: the places of such rules, none for the plan.
      Spoken = Struct.new(:priority, :places, keyword_init: true)

      MAIL = Prover::MAIL
      private_constant :MAIL

      # @param rulebook [Rulebook] @param from [Date] the first day of the year
      def initialize(rulebook, from:)
        @rulebook = rulebook
        @plan = rulebook.plan
        @from = from
        @rules = rulebook.rules.select { |rule| rule.enabled && !rule.ask_first && (rule.until_date.nil? || rule.until_date >= from) }
        @prover = Prover.new(rulebook, from: from)
      end

      # @param spoken [Array<Spoken>] as it was found of these rules, the plan's hours apart
      # @return [Array<Line>] of mail that no rule lets in, and of each priority that there may be
      def lines(spoken = self.spoken)
        @waits = WorstWaits.new(@plan, @from)
        [line(nil, [[]]), *spoken.group_by(&:priority).map { |priority, said| line(priority, said.map(&:places)) }]
      end

      # @return [Array<Spoken>] for each priority, and each that is said of when
      def spoken
        @pairs = 0
        @certain = {}.compare_by_identity
        Priority::LEVELS.reverse.flat_map do |priority|
          givers = givers(priority)
          timings.filter_map { |rules|
            speaking = speaking(rules, givers)
            Spoken.new(priority: priority, places: places(speaking)) unless speaking.empty?
          }
        end
      end

      private

      # @return [Array<Rule, nil>] those that may speak of such mail; one alone where it may at any time
      def speaking(rules, givers)
        found = []
        rules.each do |rule|
          next unless givers.any? { |giver| !apart?(giver, rule) && ((@pairs += 1) > PAIRS || together?(giver, rule)) }
          return [rule] if rule.nil? || edges(rule).empty?

          found << rule
        end
        found
      end

      def places(rules) = rules.compact.map { |rule| @rulebook.rules.index { _1.equal?(rule) } }

      # @return [Array<Rule, nil>] what may make mail be of that priority; nil: nothing of it is said
      def givers(priority)
        rules = @rules.select { |rule| (said = rule.effects["priority"]).is_a?(Hash) ? steps?(said, priority) : said == priority }
        (priority == Priority::DEFAULT) ? [nil, *rules] : rules
      end

      # What raises by some levels or lowers comes on top of what others say: it may lead to all but the farthest.
      def steps?(said, priority) = priority != (said.key?("raise") ? Priority::LEVELS.first : Priority::LEVELS.last)

      # @return [Array<Array<Rule, nil>>] those that say the same of when; nil, the plan
      def timings
        @timings ||= begin
          rules = @rules.reject { [nil, "off_front"].include?(_1.effects.timing&.kind) }
          [[nil], *rules.group_by { _1.effects.timing.to_h }.values]
        end
      end

      # @return [Boolean] whether there may be mail on whose priority the one decides, and on whose moment the other
      def together?(giver, timer)
        parts = [giver, timer].compact.uniq.flat_map { @prover.matching(_1) }
        before = (before(giver, "priority") + before(timer, "timing")).uniq
        open = []
        ended = @prover.proof.possible(parts, MAIL, steps: STEPS) { |answers| (open << answers).size > TRIES }
        return ended != :none unless ended == :refused

        others = before.map { @prover.failing(_1) }
        open.any? { |answers| silent?(answers, others) }
      end

      # As is seen at once.
      def apart?(giver, timer)
        return false unless giver && timer

        @certain[giver] ||= [@prover.proof.certain(@prover.matching(giver), MAIL)]
        world = @certain[giver].first
        world.nil? || @prover.proof.certain(@prover.matching(timer), world).nil?
      end

      def silent?(answers, others)
        proof = @prover.proof
        proof.possible([*answers, *proof.narrowed(answers, others, MAIL)], MAIL, steps: STEPS) { true } != :none
      end

      # @return [Array<Rule>] those that must have nothing to say for this one to decide; of rules with days of their own, and of one
      #   that ends the reading, that cannot be told
      def before(rule, topic)
        return [] if rule && adds?(rule, topic)

        earlier = rule ? @rules.take_while { !_1.equal?(rule) } : @rules
        earlier = [] if rule.nil? && @rules.any?(&:last_word)
        earlier.select { |each| speaks?(each, topic) && each.from_date.nil? && each.until_date.nil? }
      end

      # What raises or lowers adds to what others say.
      def adds?(rule, topic) = topic == "priority" && rule.effects[topic].is_a?(Hash)
      def speaks?(rule, topic) = rule.effects.said.key?(topic) && !adds?(rule, topic)

      def line(priority, said)
        each = said.map { |places| waits(@rulebook.rules.values_at(*places)) }
        longest = each.filter_map(&:first).select { _1.seconds.positive? }.max_by(&:seconds)
        Line.new(priority: priority, longest: longest, week: highest(each.map(&:last)))
      end

      # @param rules [Array<Rule>] that say the same of when; none: the plan
      # @return [Array(WorstWaits::Wait, Array)] the longest wait of the year, and those of a usual week
      def waits(rules)
        among = ->(at) { rules.any? { may?(_1, at) } } if rules.any?
        given = {minutes: rules.flat_map { edges(_1) }.uniq, among: among}
        timing = rules.first&.effects&.timing
        [@waits.of(timing, **given).first, @waits.week(timing, **given)]
      end

      # @return [Boolean] whether a message that arrives then may be what the rule asks for
      def may?(rule, at) = [*@prover.matching(rule)].all? { holds?(_1, at) }

      def holds?(form, at)
        case form
        when Reasoning::Form::Both then form.parts.all? { holds?(_1, at) }
        when Reasoning::Form::Either then form.parts.any? { holds?(_1, at) }
        else !Reasoning::Spans.takes?(form) || form.operand.spans.any? { _1.covers?(at, form.operand.zone) } == form.held
        end
      end

      def edges(rule)
        leaves = [*rule.when.leaves, *rule.unless&.leaves].select { Reasoning::Spans.takes?(_1) }
        leaves.flat_map { |leaf| leaf.operand.spans.flat_map { [_1.from, _1.to % 1_440] } }
      end

      # The longest of several at each minute; each falls as time goes, so that between the minutes of all of them none overtakes.
      def highest(weeks)
        minutes = weeks.flat_map { |week| week.map(&:first) }.uniq.sort
        places = weeks.map { 0 }
        minutes.map do |minute|
          [minute, weeks.each_with_index.map { |week, each|
            places[each] += 1 while week[places[each] + 1] && week[places[each] + 1].first <= minute
            from, wait = week[places[each]]
            [wait - (minute - from) * 60, 0].max
          }.max]
        end
      end
    end
  end
end
