# frozen_string_literal: true

module UpFront
  module Store
    # A saved view as the person last saved it. Deleted ones stay for undo.
    class View < Record
      include Ordered

      self.table_name = "views"

      def name = body["name"].to_s

      # Gives it another body. @param now [Time] from which its review times, where they are others, count
      def put(body, now)
        self.review_from = now if (body["review"] || []) != (self.body&.fetch("review", nil) || [])
        self.body = body
      end

      # @param review [Core::ReviewTimes] @return [Core::ReviewStatus]
      def review_status(review, plan, now)
        Core::ReviewStatus.new(review, plan, now, gone_through_at: gone_through_at&.to_time, since: (review_from || created_at).to_time)
      end
    end
  end
end
