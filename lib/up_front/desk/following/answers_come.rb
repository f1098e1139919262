# frozen_string_literal: true

module UpFront
  module Desk
    # An answer that was awaited has come: a message from one of those who were asked, in the conversation (RFC 5322, section 3.6.4), ends
    # it and says so. An automatic reply (RFC 3834) does not: what it says of when they are back is kept. To be called in the transaction
    # that takes the message in.
    class AnswersCome < Act
      # @param message [Core::Message] that has come @param id [Integer]
      def call(message, id)
        return if message.references.empty? || message.from.empty? || Store::Awaited::ANY.call.nil?

        rows = Store::Awaited.open.where(message_id: Store::Message.conversation(id)).to_a
        senders = message.from.map(&:key)
        rows.select! { |row| row.since <= message.arrived_at && row.from.any? { senders.include?(_1.key) } }
        return if rows.empty?

        automatic?(message) ? rows.each { away(_1, message) } : rows.each { answered(_1, message, id) }
        event("changed", ids: rows.map(&:message_id))
      end

      private

      def automatic?(message) = Core::Facts::Transport.automatic?(message)

      def answered(row, message, id)
        row.update!(state: "answered", answer_id: id, over_at: now)
        event("awaited", path: "/today/awaited", name: row.id.to_s,
          message: "#{Core::Visible.line(message.from.first.shown)} has answered “#{Core::Visible.line(row.subject)}”.")
      end

      def away(row, message)
        until_date = Core::AwayUntil.of(message.body, message.arrived_at, Store::CurrentRulebook.rulebook.zone)
        row.update!(away: until_date&.iso8601 || "")
        event("awaited")
      end
    end
  end
end
