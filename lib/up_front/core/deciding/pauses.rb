# frozen_string_literal: true

module UpFront
  module Core
    # When all rules were, or are, paused: what arrives in such a stretch is decided by the plan alone, whenever that is asked.
    class Pauses
      # @param stretches [Array<Hash>] "from" and "to" (nil where it goes on until the person resumes), ISO 8601 in UTC
      def initialize(stretches)
        @stretches = stretches.map { |one| [Time.iso8601(one["from"]), one["to"] && Time.iso8601(one["to"])] }.freeze
        freeze
      end

      NONE = new([])

      def self.none = NONE

      # @param moment [Time]
      def cover?(moment) = @stretches.any? { |from, to| moment >= from && (to.nil? || moment < to) }

      # @param now [Time] @return [Array(Time, Time or nil), nil] the stretch that goes on
      def running(now) = @stretches.find { |from, to| now >= from && (to.nil? || now < to) }
    end
  end
end
