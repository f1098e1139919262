# frozen_string_literal: true

module UpFront
  module Core
    # When a message surfaces: by a rule's timing, else by the plan; put off by heads-down unless its alert
    # breaks through. Keeps the account of it in steps.
    class Surfacing
      # @param arrival [Time] @param verdict [Verdict] @param heads_down [HeadsDown, Range<Time>, nil]
      def initialize(plan, arrival, verdict, heads_down)
        @plan = plan
        @zone = plan.zone
        @arrival = arrival
        @verdict = verdict
        @heads_down = heads_down && HeadsDown.of(heads_down)
        @account = []
      end

      # @return [Hash] surface_at (Time or nil), held, account (Array<Hash>, see {SurfacingSteps}), round (name or nil)
      def to_h
        return never if @verdict.never_surfaces?

        moment = delay(by_rule || by_plan)
        moment = nil if moment && moment > @arrival + Plan::HORIZON_DAYS * 86_400
        note(SurfacingSteps::NO_MOMENT) unless moment
        {surface_at: moment, held: moment.nil? || moment > @arrival, account: @account,
         round: (@stop.round.name if @stop && @stop.at == moment)}
      end

      private

      def never
        topic = (@verdict["discard"] == true) ? "discard" : "timing"
        note(SurfacingSteps::NEVER, "topic" => topic, "rule" => @verdict.decided_by(topic).name)
        {surface_at: nil, held: false, round: nil, account: @account}
      end

      # @return [Time, Float, nil] nil where a rule leaves it to the plan; infinity where no moment comes
      def by_rule
        timing = @verdict.timing or return
        case timing.kind
        when "now" then ruled(timing, @arrival)
        when "next_round" then by_stop(timing, @plan.next_stop(@arrival)) if @plan.rounds.any?
        when "round" then by_stop(timing, @plan.next_stop(@arrival, only: @plan.round(timing.value.name)))
        when "until" then ruled(timing, timing.value.moment(@arrival, @zone))
        end
      end

      def ruled(timing, moment)
        note(SurfacingSteps::BY_RULE, "rule" => @verdict.decided_by("timing").name, "timing" => timing.kind, **(moment ? at(moment) : {}))
        moment
      end

      def by_stop(timing, stop)
        ruled(timing, nil)
        stop ? come_with(stop) : Float::INFINITY
      end

      def come_with(stop)
        @stop = stop
        note(SurfacingSteps::ROUND, "name" => stop.round.name, **at(stop.at))
        stop.at
      end

      def by_plan
        found = @plan.moment(@arrival)
        if found.covering.empty?
          note(SurfacingSteps::UNCOVERED, at(@arrival))
          return @arrival
        end
        found.covering.each { (_1 == Plan::DAY_OFF) ? note(SurfacingSteps::DAY_OFF) : note(SurfacingSteps::WINDOW, "name" => _1) }
        by_moment(found)
      end

      def by_moment(found)
        return Float::INFINITY unless found.at
        return come_with(found.stop) if found.stop

        note(SurfacingSteps::WINDOW_ENDS, at(found.at))
        found.at
      end

      def delay(moment)
        return if moment == Float::INFINITY
        return moment unless @heads_down&.covering(moment)

        if @verdict.breaks_through?
          note(SurfacingSteps::BREAKS_THROUGH)
          return moment
        end
        ending = @heads_down.after(moment)
        note(SurfacingSteps::HEADS_DOWN, at(ending))
        ending
      end

      # @param about [Hash{String=>Object}] what the step is about
      def note(step, about = {}) = @account << {"step" => step, **about}.freeze

      def at(moment) = {"at" => moment.getutc.strftime("%Y-%m-%dT%H:%M:%SZ")}
    end
  end
end
