# frozen_string_literal: true

module UpFront
  module Core
    # A claim as docs/rulebook.md prints it: times in ISO 8601 with the owner's offset, the trace in words.
    class ClaimReport
      # @param claim [Claim] with its trace @param zone [Zone]
      def initialize(claim, zone)
        @claim = claim
        @zone = zone
      end

      # @return [Hash]
      def to_h = {**without_trace, "trace" => trace(@claim.trace)}

      # @return [Hash]
      def without_trace = Claim::SUBSTANCE.to_h { [_1.to_s, shown(@claim.public_send(_1))] }

      private

      def shown(value) = value.is_a?(Time) ? @zone.iso(value) : value

      def trace(trace)
        whole = trace.to_h
        {"rules" => whole["rules"].map { |rule| rule.merge("evidence" => rule["evidence"].map { evidence(_1) }) },
         "timing" => SurfacingText.new(@zone, @claim.arrived_at).say(whole["timing"])}
      end

      def evidence(leaf) = leaf.merge("found" => EvidenceText.found(leaf["found"]))
    end
  end
end
