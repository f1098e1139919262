# frozen_string_literal: true

module UpFront
  module Desk
    # Hands what waits to sound to the page that asks first, and to no other: each alert sounds once, however many
    # pages are open and however often the server stops.
    class TakeAlerts < Act
      MISSED_SECONDS = 60 # what has waited longer had no page to sound in

      # @!attribute fresh [Array<Store::Alert>] to sound now @!attribute missed [Array<Store::Alert>] to show on return,
      #   the most important first, and of those the oldest @!attribute tasks [Array<Store::Task>] whose moment sounds
      Taken = Struct.new(:fresh, :missed, :tasks, keyword_init: true)

      # @return [Taken]
      def call
        return Taken.new(fresh: [], missed: [], tasks: []) unless Store::Alert.waiting.exists? || Store::Task.to_sound(now).exists?

        transaction do
          tasks = take_tasks
          waiting = Store::Alert.waiting.order(:at, :id).to_a
          Store::Alert.where(id: waiting.map(&:id)).update_all(sounded_at: now)
          event("alert_taken", ids: waiting.map(&:id))
          missed, fresh = waiting.partition { |alert| alert.called_at < now - MISSED_SECONDS }
          Taken.new(fresh: fresh, missed: missed.sort_by { |alert|
            [-Core::AlertEffect::LEVELS.index(alert.level), alert.at]
          }, tasks: tasks)
        end
      end

      private

      # An unanswered call-out of theirs calls again. @return [Array<Store::Task>]
      def take_tasks
        again = now + AlertSettings.now["again_minutes"] * 60
        Store::Task.to_sound(now).order(:told_at, :id).each do |task|
          task.update_columns(sounded_at: now, again_at: ((task.alert == "call_out") ? again : nil))
        end
      end
    end
  end
end
