# frozen_string_literal: true

module UpFront
  module Desk
    # The follow-ups that rules ask for, as tasks: of mail that is not done with, until the person takes one up.
    module FollowUps
      # As {Store::Task} is looked at. @!attribute key [String]
      Row = Struct.new(:key, :message_id, :words, :note, :due_on, :due_minutes, :due_at, :alert, :made_by, :rule, :done_at,
        keyword_init: true)
      MOST = 500

      module_function

      # @param zone [Core::Zone] @return [Array<Row>]
      def all(zone)
        found = Store::State.claimed.where(Store::StateSQL::FOLLOW_UP).order("claims.follow_up_at").limit(MOST).pluck(:message_id)
        claims = Store::Claim.where(message_id: found).index_by(&:message_id)
        Store::Message.where(id: found).select(:id, :subject, :sender_name, :sender_key).index_by(&:id).map do |id, message|
          row(message, claims.fetch(id), zone)
        end
      end

      # @return [Row, nil] of one message
      def of(message, state, claim, zone, now)
        row(message, claim, zone) if claim.follow_up_at && Core::MessageState.new(state, claim, now).follow_up?
      end

      # @return [String] by which it is known in calendars
      def uid(id) = "follow-up-#{id}@up-front"

      # @return [Boolean] whether that is one which still stands here, and so need not come in
      def standing?(uid)
        id = uid[/\Afollow-up-(\d{1,15})@up-front\z/, 1] or return false
        Store::State.claimed.where(Store::StateSQL::FOLLOW_UP).exists?(message_id: id.to_i)
      end

      def row(message, claim, zone)
        at = claim.follow_up_at.to_time
        Row.new(key: "f#{message.id}", message_id: message.id, words: words(message.subject), note: "", due_on: zone.date(at),
          due_minutes: zone.minutes(at), due_at: at, made_by: "follow_up", rule: rule(claim))
      end

      # @param subject [String] of the message
      def words(subject) = "Follow up: #{subject.strip.empty? ? "a message without a subject" : subject}"[0, 300]

      # @return [String, nil] the rule whose follow-up it is
      def rule(claim)
        claim.trace["rules"].find { |account|
          account["outcome"] == "matched" && account["said"].key?("follow_up") && !account["outranked"].key?("follow_up")
        }&.fetch("rule")
      end
      private_class_method :row
    end
  end
end
