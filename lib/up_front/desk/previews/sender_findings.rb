# frozen_string_literal: true

module UpFront
  module Desk
    # What the check-up finds in the person's own days and in who writes: a measure that is not as it is wished, senders who were asked to
    # send no more and write, and senders who are kept away though they are answered.
    class SenderFindings
      MEASURED_DAYS = 10 # working days of which half and more are not as it is wished

      # @param rulebook [Core::Rulebook] in force
      def initialize(rulebook, now)
        @rulebook = rulebook
        @now = now
      end

      # @return [Array<Core::Finding>]
      def to_a = [*missed_measure, *write_still, *kept_away]

      private

      # What the person wishes of their days, and what they are.
      def missed_measure
        OwnMeasure.at(@rulebook, @now).filter_map do |of|
          days = of.days.last(MEASURED_DAYS)
          missed = days.count { !of.kept?(_1) }
          next if of.wished.nil? || days.size < MEASURED_DAYS || missed * 2 < days.size

          Core::Finding.new(kind: "measure_missed", rules: [], where: "/measure", said: "#{of.about.title}: on #{missed} of the last " \
            "#{days.size} working days it was not as you wish it (#{of.about.least ? "at least" : "at most"} #{of.wished}).",
            seen: Core::Finding::Seen.new(messages: 0, from: @now - OwnMeasure::USUAL_DAYS * 86_400, until: @now))
        end
      end

      # Those who were asked to send no more, had their ten days, and write.
      def write_still
        Store::Unsubscribing.standing.includes(:outgoing).order(:id).index_by { [_1.by, _1.key] }.each_value.filter_map do |asked|
          since = asked.known_at&.to_time or next
          count = Store::SenderRows.new(asked.by, 0).count_after([asked.key], since + Core::Unsubscribe::PATIENCE_DAYS * 86_400)
          next if count.zero? || away?(asked)

          Core::Finding.new(kind: "writes_still", rules: [], where: "/senders", said: "#{asked.key} was asked to send no more on " \
            "#{Core::English.day(@rulebook.zone.date(since))}, and still writes.",
            seen: Core::Finding::Seen.new(messages: count, from: since, until: @now))
        end
      end

      def away?(asked)
        never_again.then { |list| (list && (asked.by == "list")) ? list.lists.include?("<#{asked.key}>") : list&.term_for(asked.key) }
      end

      def rule = Core::SenderChoice.rule(@rulebook.rules, "never_again")
      def never_again = rule&.enabled ? Core::SenderList.read(rule.to_h["when"]) : nil

      # Those who are kept away for good, and were answered.
      def kept_away
        since = Store::Senders.at(@rulebook.zone, @now).since
        (never_again&.senders || []).filter_map { |by, key| answered(by, key, since) }
      end

      def answered(by, key, since)
        count, last = Store::SenderRows.new(by, since).answered([key])
        return if count.zero?

        Core::Finding.new(kind: "kept_away_answered", rules: [rule.name],
          where: "/rules", said: "“#{rule.name}” keeps #{key} away, and you have answered them, the last time what came on " \
            "#{Core::English.day(@rulebook.zone.date(last))}.",
          seen: Core::Finding::Seen.new(messages: count, from: Time.at(since).utc, until: @now))
      end
    end
  end
end
