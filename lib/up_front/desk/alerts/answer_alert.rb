# frozen_string_literal: true

module UpFront
  module Desk
    # What a person does with an alert: sees it, opens its message, has a call-out call again later, or is done with it.
    class AnswerAlert < Act
      AGAIN_SECONDS = 300

      # @param answer ["open", "again", "done"] to a call-out @raise [Impossible]
      # @return [Done]
      def call(id, answer)
        transaction do
          alert = Store::Alert.find_by(id: id) or raise Impossible.new("That alert is not there.", status: 404)
          alert.seen_at ||= now
          (answer == "again") ? alert.assign_attributes(again_at: now + AGAIN_SECONDS, later: true) : alert.answered_at ||= now
          alert.opened_at ||= now if answer == "open"
          alert.save!
          event("alert_answered", ids: [alert.id])
          Done.new(message: (answer == "again") ? "It calls again in #{AGAIN_SECONDS / 60} minutes." : "Answered.")
        end
      end

      # @param ids [Array<Integer>] alerts that stood before the person's eyes
      def seen(ids) = note(Store::Alert.where(id: ids, seen_at: nil), "seen_at")

      # Their messages are done with, or put off.
      def answered(messages) = note(Store::Alert.unanswered.where(message_id: messages), "answered_at")

      # Their messages were opened, however the person came to them: that answers a call-out too.
      # @param messages [Array<Integer>]
      def opened(messages)
        alerts = Store::Alert.where(message_id: messages)
        note(alerts.where(answered_at: nil, level: "call_out"), "answered_at")
        note(alerts.where(opened_at: nil), "opened_at")
      end

      private

      def note(alerts, column)
        transaction do
          ids = alerts.ids
          next if ids.empty?

          Store::Alert.where(id: ids).update_all(column => now)
          event("alert_answered", ids: ids)
        end
        Done.new(message: "Noted.")
      end
    end
  end
end
