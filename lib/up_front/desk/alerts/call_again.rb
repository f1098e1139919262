# frozen_string_literal: true

module UpFront
  module Desk
    # Lets call-outs that nobody has answered call again, once their time has come. What was cleared or put off
    # meanwhile is answered by that.
    class CallAgain < Act
      # Asked every second: as {Store::Alert.calling} has them.
      CALLING = Store::PreparedQuery.new("SELECT 1 FROM alerts WHERE level = 'call_out' AND answered_at IS NULL AND silenced_by IS NULL " \
        "AND again_at <= ? LIMIT 1")
      private_constant :CALLING

      # @return [Array<Integer>] those that call
      def call
        return [] unless CALLING.call(now)

        transaction do
          calling = Store::Alert.calling(now).to_a
          here = Store::State.surfaced(now).where(message_id: calling.map(&:message_id)).pluck(:message_id)
          calling, over = calling.partition { here.include?(_1.message_id) }
          Store::Alert.where(id: over.map(&:id)).update_all(answered_at: now)
          ring(wait_for_heads_down(calling))
        end
      end

      private

      def rulebook = Store::CurrentRulebook.rulebook

      # What does not break through calls when heads-down is over. @return [Array<Store::Alert>] the others
      def wait_for_heads_down(alerts)
        stretch = Store::HeadsDown.of(rulebook.plan, now).covering(now) or return alerts
        claimed = Store::Claim.where(message_id: alerts.map(&:message_id)).pluck(:message_id, :alert).to_h
        through, wait = alerts.partition { |alert| claimed[alert.message_id]&.fetch("break_through", false) }
        Store::Alert.where(id: wait.map(&:id)).update_all(again_at: stretch.end)
        through
      end

      def ring(alerts)
        again = now + AlertSettings.now["again_minutes"] * 60
        Store::Alert.where(id: alerts.map(&:id))
          .update_all(["sounded_at = NULL, later = 0, called_at = ?, again_at = ?, hushed_by = ?, calls = calls + 1", now, again,
            AlertSettings.hushed_by(now, rulebook.zone)])
        event("alert", ids: alerts.map(&:id)) if alerts.any?
        alerts.map(&:id)
      end
    end
  end
end
