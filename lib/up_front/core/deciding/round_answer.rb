# frozen_string_literal: true

module UpFront
  module Core
    # When mail that arrives at an instant surfaces by the plan alone, and what the plan says of that instant.
    module RoundAnswer
      # @param heads_down [Range<Time>, nil] @return [Hash] times with the owner's offset
      def self.for(plan, instant, heads_down: nil)
        surfacing = Surfacing.new(plan, instant, Verdict.new, heads_down).to_h
        stop = plan.next_stop(instant)
        {"covered_by" => plan.covered_by(instant), "surface_at" => plan.zone.iso(surfacing[:surface_at]),
         "next_round" => stop && {"name" => stop.round.name, "at" => plan.zone.iso(stop.at)}}
      end
    end
  end
end
