# frozen_string_literal: true

module UpFront
  module Core
    # How a view stands with its review times at a moment.
    class ReviewStatus
      # @param review [ReviewTimes] @param plan [Plan] @param now [Time]
      # @param gone_through_at [Time, nil] when the person last went through the view
      # @param since [Time, nil] since when its review times are what they are: earlier calls are none of theirs
      def initialize(review, plan, now, gone_through_at: nil, since: nil)
        @review = review
        @plan = plan
        @now = now
        @gone_through_at = gone_through_at
        @since = since
        freeze
      end

      # @return [Time, nil] the call that has not been followed yet
      def due
        last = @review.last(@now, @plan) or return
        last if last > ([@gone_through_at, @since].compact.max || last - 1)
      end

      # @return [Time, nil]
      def next = @review.next(@now, @plan)
    end
  end
end
