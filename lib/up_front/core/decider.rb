# frozen_string_literal: true

module UpFront
  module Core
    # Makes the claim on a message (docs/rulebook.md, "How a claim is made").
    class Decider
      def initialize(rulebook)
        @rulebook = rulebook
      end

      # @param reading [Reading] of the message @param heads_down [Range<Time>, nil] half-open
      # @return [Claim]
      def decide(reading, heads_down: nil)
        message = reading.message
        verdict = Verdict.new
        accounts = read_rules(reading, verdict)
        surfacing = Surfacing.new(@rulebook.plan, message.arrived_at, verdict, heads_down).to_h
        Claim.new(
          message_id: message.message_id, arrived_at: message.arrived_at, **surfacing.slice(:surface_at, :held, :round),
          priority: verdict.priority, alert: surfacing[:surface_at] && verdict.alert, ink: verdict["ink"],
          labels: verdict.labels, keep_at_top: verdict["keep_at_top"] || false, flag: verdict["flag"] || false,
          mark_read: verdict["mark_read"] || false, discard: verdict["discard"] || false,
          follow_up_at: verdict.follow_up&.after(message.arrived_at, @rulebook.zone),
          forward: verdict.forward, reply: verdict["reply"], proposals: verdict.proposals,
          trace: {"rules" => accounts, "timing" => surfacing[:account]}
        )
      end

      private

      def read_rules(reading, verdict)
        date = @rulebook.zone.date(reading.message.arrived_at)
        ended = false
        @rulebook.rules.map do |rule|
          outcome = ended ? "not_reached" : outcome(rule, reading, date)
          account = account(rule, outcome, reading)
          case outcome
          when "matched"
            account.update("said" => rule.effects.said, "outranked" => verdict.hear(rule))
            ended = rule.last_word
          when "asks_first"
            verdict.propose(rule)
            account["said"] = rule.effects.said
          end
          account
        end
      end

      def outcome(rule, reading, date)
        return "disabled" unless rule.enabled
        return "out_of_dates" unless rule.in_dates?(date)
        return "no_match" unless Matcher.holds?(rule.when, reading)
        return "unless" if rule.unless && Matcher.holds?(rule.unless, reading)

        rule.ask_first ? "asks_first" : "matched"
      end

      def account(rule, outcome, reading)
        {"rule" => rule.name, "outcome" => outcome, "said" => {}, "outranked" => {}, "evidence" => evidence(rule, outcome, reading)}
      end

      def evidence(rule, outcome, reading)
        case outcome
        when "no_match" then Evidence.of(rule.when, reading, "/when")
        when "unless" then Evidence.of(rule.unless, reading, "/unless")
        when "matched", "asks_first"
          held = Evidence.of(rule.when, reading, "/when")
          rule.unless ? held + Evidence.of(rule.unless, reading, "/unless") : held
        else []
        end
      end
    end
  end
end
