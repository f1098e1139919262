# frozen_string_literal: true

module UpFront
  module Core
    # The account of a claim in a few lines, made of its trace.
    class Why
      # @!attribute house [String, nil] of a rule of the office: who published it, how firm, since when
      Line = Struct.new(:time, :before, :rule, :after, :house, keyword_init: true)

      OUTCOMES = {
        "matched" => "matched", "no_match" => "did not match", "unless" => "matched, but its exception held too",
        "disabled" => "is switched off", "out_of_dates" => "is outside its dates",
        "not_reached" => "was not reached: a rule above had the last word",
        "asks_first" => "matched, and asks first", "paused" => "was paused, as all rules were"
      }.freeze

      # @param claim [Hash] priority, labels, surface_at, held, trace, arrived_at
      # @param state [Hash] came, let_in_at, moved_at, put_off_at, surface_at (as it came, or comes), thread_word, surfaced, done
      #   ("discarded" or "cleared" where that was before its moment), own (what the person decided by hand, in English)
      # @param time_format [TimeFormat] @param wording [AlertWording, nil] of the message: what its alert says is told as it says it
      def initialize(claim, state, time_format, wording: nil)
        @wording = wording
        @claim = claim
        @state = state
        @time_format = time_format
        @trace = claim[:trace]
      end

      # @return [String] "Straight in, top priority, labelled Couriers."
      def summary
        parts = [how, priority, ("labelled #{English.join(@claim[:labels], "and")}" if @claim[:labels].any?)]
        "#{English.sentence(parts.compact.join(", "))}."
      end

      # @return [Array<Line>]
      def lines
        return [own].compact if @state[:came] == "quiet" # no rule and no plan had a say

        [arrival, *@trace["rules"].select { _1["outcome"] == "matched" }.flat_map { spoken(_1) }, own, ending, *by_hand].compact
      end

      # @param trace [Hash, Trace] with every rule
      # @return [Array<Hash>] every rule in order: rule, outcome in words, what was found
      def self.readings(trace) = new({trace: trace}, {}, nil).readings

      # @return [Array<Hash>]
      def readings
        @trace["rules"].map do |account|
          {"rule" => account["rule"], "house" => HouseMark.said(account["house"]), "matched" => account["outcome"] == "matched",
           "text" => reading(account)}
        end
      end

      private

      def how
        unless @state[:came] == "arrived"
          return {"history" => "brought in as history, cleared and silent", "quiet" => "kept from its mailbox, never on the Front"}
              .fetch(@state[:came])
        end
        return "let in by you at #{@time_format.moment(@state[:let_in_at])}" if @state[:let_in_at]
        if @state[:thread_word]
          return {"followed" => "straight in, followed", "muted" => "cleared and silent, muted"}.fetch(@state[:thread_word])
        end
        return "#{@state[:done]} before it came in" if @state[:done]
        return "#{due? ? "came with" : "waits for"} #{@time_format.round(@state[:surface_at])}, moved by you" if moved?
        return "came in at #{@time_format.moment(@state[:surface_at])}, by a change of what had held it" if let_in_by_a_change?
        return never unless @claim[:surface_at]
        return "straight in" unless @claim[:held]

        return "#{due? ? "came with" : "waits for"} #{@time_format.round(@claim[:surface_at])}" if @claim[:round]

        "#{due? ? "waited" : "waits"} until #{@time_format.moment(@claim[:surface_at])}"
      end

      def due? = @state[:surfaced]
      def moved? = !@state[:moved_at].nil?

      # Rules, the plan or the zone were changed, and by the new ones it would have come already.
      def let_in_by_a_change?
        due? && @claim[:surface_at] && @state[:surface_at] && @state[:put_off_at].nil? && @state[:surface_at] > @claim[:surface_at]
      end

      def steps = @trace["timing"]

      def never
        return "held with no moment to come in" if @claim[:held]

        (steps.any? { _1["topic"] == "discard" }) ? "discarded" : "off the Front"
      end

      def priority = ("#{@claim[:priority]} priority" unless @claim[:priority] == "normal")

      # "Arrived inside the Night window"
      def arrival
        windows = SurfacingSteps.windows(steps)
        before = if windows.any? then "Arrived inside the #{English.join(windows, "and")} window#{"s" if windows.size > 1}"
        elsif SurfacingSteps.any?(steps, SurfacingSteps::DAY_OFF) then "Arrived on a day off"
        elsif SurfacingSteps.any?(steps, SurfacingSteps::UNCOVERED) then "Arrived outside every window"
        else "Arrived"
        end
        before += ", while all rules were paused" if SurfacingSteps.any?(steps, SurfacingSteps::PAUSED)
        Line.new(time: @time_format.moment(@claim[:arrived_at]), before: before)
      end

      # What the person said by hand stands over the rules.
      def own = (Line.new(before: "#{English.sentence(English.join(@state[:own], "and"))}, by you") if @state[:own]&.any?)

      # What the person, or a change, has done with its moment, in order of time.
      def by_hand
        return [] unless @state[:came] == "arrived"

        [([@state[:moved_at], moved] if moved?), ([@state[:let_in_at], "Let in by you"] if @state[:let_in_at]),
          ([@state[:surface_at], "Came in: what had held it was changed"] if let_in_by_a_change? && !moved? && !@state[:let_in_at])]
          .compact.sort_by(&:first).map { |at, words| Line.new(time: @time_format.moment(at), before: words) }
      end

      # "Moved by you from the 12:00 to the 15:00 round"
      def moved
        to = @time_format.round(@state[:surface_at]) unless @state[:let_in_at]
        from = @claim[:surface_at] && (@claim[:round] ? @time_format.round(@claim[:surface_at]) : @time_format.moment(@claim[:surface_at]))
        "Moved by you#{" from #{from}" if from}#{" to #{to}" if to}"
      end

      def ending
        return if moved? || let_in_by_a_change? || @state[:done]

        moment = (steps.filter_map { waiting(_1) }.last if @state[:came] == "arrived") or return
        Line.new(time: @claim[:surface_at] && @time_format.moment(@claim[:surface_at]), before: moment)
      end

      def waiting(step)
        case step["step"]
        when SurfacingSteps::ROUND then "#{due? ? "Came" : "Comes"} with the #{step["name"]} round"
        when SurfacingSteps::WINDOW_ENDS then "#{due? ? "Came" : "Comes"} when the window #{due? ? "ended" : "ends"}"
        when SurfacingSteps::HEADS_DOWN then "Heads-down until #{@time_format.moment(Time.iso8601(step["at"]))}"
        when SurfacingSteps::BREAKS_THROUGH then "Breaks through heads-down"
        when SurfacingSteps::NO_MOMENT then "No moment within #{Plan::HORIZON_DAYS} days"
        end
      end

      def spoken(account)
        said = account["said"].except(*account["outranked"].keys)
        lines = []
        outward, done = said.partition { |topic, _| Effects.find(topic)&.outward? }.map(&:to_h)
        lines << Line.new(before: "#{verb(done)} by ", rule: account["rule"], after: because(account), **of(account)) if done.any?
        lines << Line.new(before: "#{verb(outward)} is what ", rule: account["rule"], after: " says", **of(account)) if outward.any?
        account["outranked"].each do |topic, earlier|
          lines << Line.new(before: "", rule: account["rule"], **of(account),
            after: " spoke too late on #{topic.tr("_", " ")}: #{earlier} had decided it")
        end
        lines
      end

      def of(account) = {house: HouseMark.said(account["house"])}

      def verb(said)
        English.sentence(said.map { |topic, value| Sentence.effect(topic, worded(value)) }.join(", "))
      end

      def worded(value)
        return value unless @wording && value.is_a?(Hash) && value.key?("text")

        value["text"] ? value.merge("text" => @wording.say(value["text"])) : value
      end

      def because(account)
        found = EvidenceText.held_all(account["evidence"].select { _1["held"] && _1["path"].start_with?("/when") })
        found.empty? ? "" : ": #{English.join(found.first(4), "and")}"
      end

      def reading(account)
        text = OUTCOMES.fetch(account["outcome"])
        failed = account["evidence"].reject { _1["held"] }.map { EvidenceText.missing(_1) }.uniq
        (account["outcome"] == "no_match" && failed.any?) ? "#{text}: #{failed.first(3).join("; ")}" : text
      end
    end
  end
end
