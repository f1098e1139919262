# frozen_string_literal: true

module UpFront
  module Desk
    # Calls on the person to go through a view at its review times: quietly, once each, and not while they are heads-down.
    class CallReviews < Act
      # @return [Array<Integer>] the views that call now
      def call
        rulebook = Store::CurrentRulebook.rulebook
        views = rulebook.views.select { _1.review.any? }
        return [] if views.empty?

        calling = views.zip(rows(views)).select { |view, row| due?(view, row, rulebook) }
        return [] if calling.empty? || Store::HeadsDown.of(rulebook.plan, now).covering(now)

        transaction do
          calling.each do |view, row|
            row.update!(review_told_at: now)
            event("review", view: view.id, path: "/views/#{view.id}", message: message(view, row, rulebook))
          end
        end
        calling.map { |view, _| view.id }
      end

      private

      def rows(views) = Store::View.where(id: views.map(&:id)).index_by(&:id).values_at(*views.map(&:id))

      def due?(view, row, rulebook)
        at = row&.review_status(view.review, rulebook.plan, now)&.due
        at && (row.review_told_at.nil? || row.review_told_at < at)
      end

      def message(view, row, rulebook)
        query = Store::ViewQuery.new(view, now, rulebook.zone)
        fresh = row.gone_through_at && query.since(row.gone_through_at).count
        "Time to go through “#{view.name}”: " \
          "#{Core::English.count(query.count, "message")}#{since(fresh)}."
      end

      def since(fresh) = (", #{Core::English.among(fresh, "them")} new since you last did" if fresh)
    end
  end
end
