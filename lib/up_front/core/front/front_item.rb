# frozen_string_literal: true

module UpFront
  module Core
    # A message as lists order it, and why it calls for attention now, if it does.
    class FrontItem
      NOW = %w[calls top due back].freeze # what brings a message into the band Now, the most pressing first
      PRESSING = %w[calls top].freeze # of them, what no limit hides

      # @!attribute id [Integer] @!attribute stands [MessageState]
      # @!attribute now_reason [String, nil] of {NOW}
      attr_reader :id, :stands, :now_reason

      # @param kind [String] what sort of mail it is, see the fact `kind` @param calling [Boolean] whether its call-out is unanswered
      def initialize(id, stands, arrived_at:, kind:, calling: false)
        @id = id
        @stands = stands
        @arrived_at = arrived_at
        @kind = kind
        @now_reason = calling ? "calls" : reason
        freeze
      end

      # What is kept at top, what was brought back, then priority, then people before notices, then the newest.
      # @return [Array] to sort by
      def rank
        [stands.keep_at_top? ? 0 : 1, stands.back? ? 0 : 1, -Priority.rank(stands.priority), (@kind == "person") ? 0 : 1, -@arrived_at.to_f]
      end

      # @return [Array] to sort by within Now
      def now_rank = [NOW.index(now_reason), *rank]

      def pressing? = PRESSING.include?(now_reason)

      private

      def reason
        return "top" if stands.priority == Priority::LEVELS.last
        return "due" if stands.follow_up_due?

        "back" if stands.back?
      end
    end
  end
end
