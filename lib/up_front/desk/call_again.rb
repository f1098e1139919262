# frozen_string_literal: true

module UpFront
  module Desk
    # Lets call-outs that nobody has answered call again, once their time has come. What was cleared or put off
    # meanwhile is answered by that.
    class CallAgain < Act
      # @return [Array<Integer>] those that call
      def call
        return [] unless Store::Alert.calling(now).exists?

        transaction do
          calling = Store::Alert.calling(now).to_a
          here = Store::State.surfaced(now).where(message_id: calling.map(&:message_id)).pluck(:message_id)
          calls, over = calling.partition { here.include?(_1.message_id) }
          Store::Alert.where(id: over.map(&:id)).update_all(answered_at: now)
          again = now + AlertSettings.now["again_minutes"] * 60
          Store::Alert.where(id: calls.map(&:id)).update_all(["sounded_at = NULL, later = 0, called_at = ?, again_at = ?, calls = calls + 1", now, again])
          event("alert", ids: calls.map(&:id)) if calls.any?
          calls.map(&:id)
        end
      end
    end
  end
end
