# frozen_string_literal: true

module UpFront
  module Desk
    # Hands what waits to sound to the page that asks first, and to no other: each alert sounds once, however many
    # pages are open and however often the server stops.
    class TakeAlerts < Act
      MISSED_SECONDS = 60 # what has waited longer had no page to sound in

      # @!attribute fresh [Array<Store::Alert>] to sound now @!attribute missed [Array<Store::Alert>] to show on return,
      #   the most important first, and of those the oldest
      Taken = Struct.new(:fresh, :missed, keyword_init: true)

      # @return [Taken]
      def call
        return Taken.new(fresh: [], missed: []) unless Store::Alert.waiting.exists?

        transaction do
          waiting = Store::Alert.waiting.order(:at, :id).to_a
          Store::Alert.where(id: waiting.map(&:id)).update_all(sounded_at: now)
          event("alert_taken", ids: waiting.map(&:id))
          missed, fresh = waiting.partition { |alert| alert.called_at < now - MISSED_SECONDS }
          Taken.new(fresh: fresh, missed: missed.sort_by { |alert| [-Core::AlertEffect::LEVELS.index(alert.level), alert.at] })
        end
      end
    end
  end
end
