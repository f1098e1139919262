# frozen_string_literal: true

module UpFront
  module Desk
    # What a plan would do to the person's own mail of the last days and to what is held. Nothing is changed.
    class PlanPreview
      DAYS = 28

      # @return [Core::Rulebook] with the plan that is looked at
      def rulebook = @new

      attr_reader :plan

      # @param rulebook [Core::Rulebook] in force @param document [Hash] the same with the plan to look at
      # @raise [Core::Refused] where that plan cannot be used
      def initialize(rulebook, document, now, days: DAYS)
        @now = now
        @rulebook = rulebook
        @new = document.equal?(rulebook.document) ? rulebook : Store::CurrentRulebook.other(document)
        @plan = @new.plan
        @match_index = Store::MatchIndex.at(now)
        @within = @match_index.days_bits(days, rulebook.zone, now)
        today = rulebook.zone.date(now)
        @dates = ((arrived.min || today)..today) # days before the first mail say nothing
      end

      # @return [Hash] see {Core::PlanFigures#to_h}
      def figures = Core::PlanFigures.new(items, arrived, @plan, @dates).to_h

      # @return [Hash] the same where nothing is held: every message as it arrives
      def figures_without
        straight = items.map { |item| Core::PlanFigures::Item.new(item.arrived_at, item.surface_at && item.arrived_at, item.priority) }
        Core::PlanFigures.new(straight, arrived, @plan, @dates).to_h
      end

      # @return [RulesPreview::Held] what would become of what is held
      def held = HeldPreview.new(@new, @now, match_index: @match_index).held

      private

      # What rules say of a message does not hang on the plan (but for conditions on windows): it is worked out once.
      def items
        @items ||= begin
          verdicts = windows_matter? ? RulesPreview.verdicts(@match_index, @new) : RulesPreview.verdicts(@match_index, @rulebook)
          places.map do |place|
            Core::PlanFigures::Item.new(@match_index.arrivals[place], surface_at(verdicts[place], @match_index.arrivals[place]),
              verdicts[place].priority)
          end
        end
      end

      def places = @places ||= @match_index.places_of(@within)
      def arrived = @arrived ||= places.map(&@match_index.dates(@rulebook.zone).method(:[]))

      def windows_matter?
        @rulebook.rules.any? { |rule| [rule.when, rule.unless].compact.flat_map(&:leaves).any? { _1.fact.type == Core::Types::Window } }
      end

      # What the plan alone decides goes the short way.
      def surface_at(verdict, arrival)
        return if verdict.never_surfaces?

        timing = verdict.timing or return timeline.at(arrival)
        (timing.kind == "now") ? arrival : moments.of(verdict, arrival)[:surface_at]
      end

      def timeline = @timeline ||= Core::Timeline.new(@plan, @dates.begin, @dates.end)
      def moments = @moments ||= Core::Moments.new(@plan)
    end
  end
end
