# frozen_string_literal: true

module UpFront
  module Core
    # The ways in which a promise could be broken: for each rule that could decide so, and for the plan where none decides, what must be
    # so of a message, and at which moments it would have to arrive.
    class Ways
      # @param prover [Prover] @param promise [Promise]
      def initialize(prover, promise)
        @prover = prover
        @promise = promise
        @rules = prover.rules
        @plan = prover.plan
        @moments = {}
      end

      # @return [Enumerator<Prover::Way>] lazily
      def each
        case @promise.kind
        when "loudest" then louder
        when "silent" then heard
        else late
        end
      end

      private

      def about = @about ||= [form(@promise.when), (form(@promise.unless, false) if @promise.unless), arriving].compact
      def form(...) = @prover.form(...)

      # As a condition asks for the moment of arrival.
      def arriving
        span = @promise.arriving or return
        Reasoning::Form::Literal.new(Facts.find("arrival"), Types::Span::Operand.new([span], @plan.zone), true)
      end

      def says?(rule, *topics) = topics.any? { rule.effects.said.key?(_1) }

      # What it takes for a rule to be the first to decide on a topic.
      # @param rule [Rule, nil] nil: none decides
      def way(rule, topics, moments)
        before = rule ? @rules.take_while { !_1.equal?(rule) } : @rules
        silent = before.select { |each| undated?(each) && (each.last_word || says?(each, *topics)) }
        Prover::Way.new(parts: about + (rule ? @prover.matching(rule) : []), others: silent.map { @prover.failing(_1) }, before: silent,
          moments: moments)
      end

      # Of a rule that has days of its own it cannot be said that it speaks before another.
      def undated?(rule) = rule.from_date.nil? && rule.until_date.nil?

      # Rules whose alert is louder than was promised.
      def louder
        alerting = @rules.select { |rule| rule.effects.alert && Promise.louder?(rule.effects.alert, @promise.bound) }
        alerting.lazy.map { |rule| way(rule, %w[alert], any_moment(rule)) }.reject { _1.moments.empty? }
      end

      # Alerts that are heard, together with what decides when they come: a rule, or the plan.
      def heard
        alerting = @rules.select { Promise.sounds?(_1.effects.alert) }
        timing = [nil, *@rules.select { says?(_1, "timing") && !off?(_1) }]
        alerting.lazy.flat_map { |rule| timing.map { |other| [rule, other] } }.map { |rule, other|
          moments = moments(other, days_of: rule) { |wait| wait.surface_at && @promise.bound.covers?(wait.surface_at, @plan.zone) }
          alert, coming = way(rule, %w[alert], moments), way(other, %w[timing], moments)
          before = (alert.before + coming_before(other, coming)).uniq
          Prover::Way.new(parts: (alert.parts + coming.parts).uniq, others: before.map { @prover.failing(_1) }, before: before,
            moments: moments)
        }.reject { _1.moments.empty? }
      end

      # Where the plan decides, a rule that has the last word may stand before those that would: nothing is known of these.
      def coming_before(other, coming) = (other || @rules.none?(&:last_word)) ? coming.before : []

      # What comes too late, or never: by a rule that discards it or says when, or by the plan.
      def late
        deciding = @rules.select { |rule| rule.effects["discard"] == true || says?(rule, "timing") }
        by_rules = deciding.lazy.flat_map do |rule|
          ways = []
          ways << way(rule, %w[discard], any_moment(rule)) if rule.effects["discard"] == true && @promise.kind != "waits"
          ways << way(rule, %w[timing], too_late(rule)) if says?(rule, "timing")
          ways
        end
        # The plan decides where no rule does, or where one that says nothing of when has the last word before others do.
        by_plan = [nil, *@rules.select { |rule| rule.last_word && !says?(rule, "timing") }].lazy.map do |last|
          way(last, %w[timing], too_late(nil, last))
        end
        by_plan.chain(by_rules).lazy.reject { _1.moments.empty? }
      end

      def off?(rule) = rule.effects.timing&.kind == "off_front"

      # @return [Array<Time>] of arrival at which what the rule says breaks the promise, those that wait longest first
      def too_late(rule, dated = rule)
        timing = rule&.effects&.timing
        return ((@promise.kind == "waits") ? [] : any_moment(dated)) if timing&.kind == "off_front"
        return [] if @promise.kind == "on_front" # what is held for ever is told by the check-up

        moments(rule, days_of: dated) do |wait|
          wait.surface_at.nil? || wait.surface_at > @promise.bound.after(wait.arrival, @plan.zone)
        end
      end

      # @yield [WorstWaits::Wait] whether it breaks the promise; asked once for rules that say the same of when
      def moments(rule, days_of:, &breaks)
        timing = rule&.effects&.timing
        @moments[[timing&.to_h, asked_minutes(rule), days_of&.from_date, days_of&.until_date]] ||= moments_of(rule, days_of, &breaks)
      end

      def moments_of(rule, days_of, &breaks)
        waits = @prover.waits(days_of) or return []
        minutes = own_minutes + asked_minutes(rule) + heard_minutes(rule&.effects&.timing)
        waits.of(rule&.effects&.timing, minutes: minutes, among: ->(at) { counts?(at, days_of) }).select(&breaks).map(&:arrival)
      end

      # Where in a day what is looked at may begin: the promise's own stretch, and those that conditions ask for.
      def own_minutes = [@promise.arriving&.from, *asked_minutes(@promise)].compact

      def asked_minutes(asking)
        leaves = [*asking&.when&.leaves, *asking&.unless&.leaves].select { Reasoning::Spans.takes?(_1) }
        leaves.flat_map { |leaf| leaf.operand.spans.flat_map { [_1.from, _1.to % 1_440] } }
      end

      # For an alert to sound in a stretch, the message may have to arrive so long before it.
      def heard_minutes(timing)
        return [] unless @promise.kind == "silent"

        edges = [@promise.bound.from, @promise.bound.to % 1_440]
        after = timing.value.to_h["after"] if timing&.kind == "until"
        edges + (after ? edges.map { (_1 - Duration.parse(after).seconds / 60) % 1_440 } : [])
      end

      # @return [Array<Time>] of arrival on the days of a rule, of those that the promise is about
      def any_moment(rule)
        waits = @prover.waits(rule) or return []
        minutes = own_minutes + asked_minutes(rule)
        waits.of(Timing.new("now", true), minutes: minutes.empty? ? [9 * 60] : minutes, among: ->(at) { counts?(at, rule) }).map(&:arrival)
      end

      def counts?(arrival, rule) = @promise.arrives?(arrival, @plan) && (rule.nil? || rule.in_dates?(@plan.zone.date(arrival)))
    end
  end
end
