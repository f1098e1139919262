# frozen_string_literal: true

module UpFront
  module Web
    module Pages
      # The saved views with their badges.
      class Views
        # @param badges [Boolean] whether to count for them
        def initialize(rulebook, now, badges: true)
          @badges = badges
          @rulebook = rulebook
          @now = now
        end

        # @return [Hash] the views in their order
        def to_h = {lead: lead, views: @rulebook.views.map { shown(_1) }}

        private

        def shown(view)
          row = rows.fetch(view.id)
          status = row.review_status(view.review, @rulebook.plan, @now)
          {id: view.id, version: row.version, body: view.to_h, badge: badges[view.id],
           sentence: Core::English.sentence(Core::Sentence.view(view)), due: !status.due.nil?}
        end

        def rows = @rows ||= Store::View.in_order.index_by(&:id)
        def badges = @counted ||= @badges ? Store::BadgeCounts.counts(@rulebook, @now) : {}

        def lead
          count = @rulebook.views.size
          count.zero? ? "There is no saved view yet." : "#{Core::English.sentence(Core::English.count(count, "saved view"))} over all " \
            "your mail."
        end
      end
    end
  end
end
