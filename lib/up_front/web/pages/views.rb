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
        def to_h
          versions = Store::View.in_order.pluck(:id, :version).to_h
          {lead: lead, views: @rulebook.views.map { |view| {id: view.id, version: versions.fetch(view.id), body: view.to_h, badge: (badge(view) if @badges), sentence: Core::Words.sentence(Core::Sentence.view(view))} }}
        end

        private

        def lead
          count = @rulebook.views.size
          count.zero? ? "There is no saved view yet." : "#{Core::Words.sentence(Core::Words.count(count, "saved view"))} over all your mail."
        end

        def badge(view)
          query = Store::ViewQuery.new(view, @now, @rulebook.zone)
          {"unread" => -> { query.unread }, "all" => -> { query.count }, "none" => -> {}}.fetch(view.badge).call
        end
      end
    end
  end
end
