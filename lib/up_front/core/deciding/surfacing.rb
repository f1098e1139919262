# frozen_string_literal: true

module UpFront
  module Core
    # When a message surfaces: by a rule's timing, else by the plan; put off by heads-down unless its alert
    # breaks through. Keeps the account of it in words.
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

      # @return [Hash] surface_at (Time or nil), held, account (Array<String>), round (name or nil)
      def to_h
        return never if @verdict.never_surfaces?

        moment = delay(by_rule || by_plan)
        moment = nil if moment && moment > @arrival + Plan::HORIZON_DAYS * 86_400
        @account << "no moment within #{Plan::HORIZON_DAYS} days" unless moment
        {surface_at: moment, held: moment.nil? || moment > @arrival, account: @account, round: (@stop.round.name if @stop && @stop.at == moment)}
      end

      private

      def never
        topic = (@verdict["discard"] == true) ? "discard" : "timing"
        words = (topic == "discard") ? "discarded" : "off the Front"
        {surface_at: nil, held: false, round: nil, account: ["#{words} by rule #{@verdict.decided_by(topic).name}"]}
      end

      # @return [Time, false, nil] false where a rule leaves it to the plan
      def by_rule
        timing = @verdict.timing or return
        name = @verdict.decided_by("timing").name
        case timing.kind
        when "now" then say("straight in by rule #{name}", @arrival)
        when "next_round" then by_stop(@plan.next_stop(@arrival), "next round by rule #{name}") if @plan.rounds.any?
        when "round" then by_stop(@plan.next_stop(@arrival, only: @plan.round(timing.value.name)), "that round by rule #{name}")
        when "until"
          moment = timing.value.moment(@arrival, @zone)
          say("until #{clock(moment)} by rule #{name}", moment)
        end
      end

      def by_stop(stop, words)
        @account << words
        stop ? come_with(stop) : Float::INFINITY
      end

      def come_with(stop)
        @stop = stop
        say("round #{stop.round.name} at #{clock(stop.at)}", stop.at)
      end

      def by_plan
        found = @plan.moment(@arrival)
        return say("no window covers #{clock(@arrival)}", @arrival) if found.covering.empty?

        found.covering.each { @account << ((_1 == Plan::DAY_OFF) ? "covered by a day off" : "covered by window #{_1}") }
        return Float::INFINITY unless found.at

        found.stop ? come_with(found.stop) : say("window ends at #{clock(found.at)}", found.at)
      end

      def delay(moment)
        return if moment == Float::INFINITY
        return moment unless @heads_down&.covering(moment)
        return say("breaks through heads-down", moment) if @verdict.breaks_through?

        ending = @heads_down.after(moment)
        say("heads-down until #{clock(ending)}", ending)
      end

      def say(words, moment)
        @account << words
        moment
      end

      # The time of day; with the date where it is another day than the arrival's.
      def clock(moment)
        here = @zone.local(moment)
        (@zone.date(moment) == @zone.date(@arrival)) ? here.strftime("%H:%M") : here.strftime("%H:%M on %Y-%m-%d")
      end
    end
  end
end
