# frozen_string_literal: true

module UpFront
  module Core
    # When messages surface, remembered: while a rule is tried, the same arrivals are asked of the same plan
    # again and again. Heads-down plays no part here.
    class Moments
      MOST_REMEMBERED = 400_000

      def initialize(plan)
        @plan = plan
        @known = {}
      end

      # @return [Hash] see {Surfacing#to_h}; its account names the rule that was asked first, and is not for showing
      def of(verdict, arrival)
        key = [arrival, verdict.never_surfaces? ? false : verdict["timing"]]
        @known.clear if @known.size > MOST_REMEMBERED
        @known[key] ||= Surfacing.new(@plan, arrival, verdict, nil).to_h
      end
    end
  end
end
