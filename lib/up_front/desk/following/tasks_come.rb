# frozen_string_literal: true

module UpFront
  module Desk
    # Says of tasks that their moment has come, each once, from a persisted mark; lets their alerts sound, and unanswered call-outs call
    # again. What alerts waits for the end of a heads-down.
    class TasksCome < Act
      # Asked every second, and mostly there is none.
      DUE = Store::PreparedQuery.new("SELECT 1 FROM tasks WHERE #{Store::Task::OPEN} AND due_at <= ? AND told_at IS NULL LIMIT 1")
      AGAIN = Store::PreparedQuery.new("SELECT 1 FROM tasks WHERE #{Store::Task::OPEN} AND again_at <= ? LIMIT 1")
      private_constant :DUE, :AGAIN

      # @return [Array<Integer>] the tasks that come
      def call
        return [] unless DUE.call(now) || AGAIN.call(now)

        transaction do
          waits = heads_down?
          come = Store::Task.due(now).where(told_at: nil).reject { waits && _1.alert }
          again = waits ? [] : Store::Task.open.where(again_at: ..now).to_a
          come.each { _1.update_columns(told_at: now) }
          again.each { _1.update_columns(told_at: now, sounded_at: nil, answered_at: nil, again_at: nil) }
          event("tasks") if come.any?
          event("alert", ids: []) if come.any?(&:alert) || again.any?
          (come + again).map(&:id)
        end
      end

      private

      def heads_down? = !Store::HeadsDown.of(Store::CurrentRulebook.rulebook.plan, now).covering(now).nil?
    end
  end
end
