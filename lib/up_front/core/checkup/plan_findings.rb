# frozen_string_literal: true

module UpFront
  module Core
    # What the plan, and a rule with it, would hold for ever.
    class PlanFindings
      # @param rulebook [Rulebook] @param at [Time] from which on it is looked for
      def initialize(rulebook, at:)
        @plan = rulebook.plan
        @rulebook = rulebook
        @rules = rulebook.rules
        @at = at
      end

      # @return [Array<Finding>]
      def to_a = [*whole, *@rules.each_index.filter_map { |place| rule(@rules[place], place) if @rules[place].enabled }]

      private

      def whole
        return [] unless @plan.holds_for_ever?(@at)

        [Finding.new(kind: "never_surfaces", rules: [], where: "/plan",
          said: "Mail that a window of the plan holds never comes in: no window ends, and no round runs, within a year.")]
      end

      def rule(rule, place)
        why = never(rule.effects.timing) or return
        Finding.new(kind: "never_surfaces", rules: [rule.name], where: "#{@rulebook.where(place)}/then/timing",
          said: "What “#{rule.name}” matches never comes in: #{why}.")
      end

      def never(timing)
        case timing&.kind
        when "round" then "the round #{timing.value.name} does not run within a year" unless runs?(@plan.round(timing.value.name))
        when "next_round" then "no round runs within a year" if @plan.rounds.any? && !runs?
        when "until" then "that is more than a year away" if timing.value.moment(@at, @plan.zone) > @at + (Plan::HORIZON_DAYS + 1) * 86_400
        end
      end

      def runs?(round = nil) = !@plan.next_stop(@at, only: round).nil?
    end
  end
end
