# frozen_string_literal: true

module UpFront
  module Desk
    # Puts messages off: they leave the Front and come back at a moment, marked with when and why they were put off;
    # or as soon as somebody answers.
    class BringBack < ChangeStates
      FURTHEST = 366 * 86_400 # seconds

      WAITING = Store::PreparedQuery.new("SELECT 1 FROM states WHERE put_off_at IS NOT NULL AND back_when_answered LIMIT 1")

      # What waits for an answer comes back with one: a message that somebody else wrote into its conversation.
      # @param message [Core::Message] that has just come @yield [Array<Integer>] the messages that are back
      def self.answered(message, now)
        return if message.references.empty? || WAITING.call.nil?

        conversation = Store::Message.where(message_id: message.references).pluck(:id).flat_map { Store::Message.conversation(_1) }.uniq
        waiting = Store::State.put_off(now).where(back_when_answered: true, message_id: conversation)
        ids = waiting.pluck(:message_id)
        return if ids.empty?

        Store::State.where(message_id: ids).update_all(surface_at: now, announced_at: nil)
        yield ids
      end

      # @param at [Time] when they come back @param reason [String, nil] the person's own
      # @raise [Impossible] for a moment that is past or too far
      def initialize(clock, at, reason: nil, when_answered: false)
        super(clock)
        raise Impossible.new("That moment is past; give a later one.", pointer: "/until") if at <= now
        raise Impossible.new("That is more than a year away.", pointer: "/until") if at > now + FURTHEST

        @at = at
        @reason = reason.to_s.strip.empty? ? nil : reason.strip
        @when_answered = when_answered
      end

      private

      def change?(_state, stands) = !stands.discarded?

      def change(state)
        state.assign_attributes(surface_at: @at, put_off_at: now, put_off_reason: @reason, back_when_answered: @when_answered,
          cleared_at: nil, announced_at: nil)
      end

      def also(ids) = AnswerAlert.new(clock).answered(ids)

      def message(count)
        time_format = Core::TimeFormat.new(Store::CurrentRulebook.rulebook.zone, now)
        "Put off #{counted(count)} until #{time_format.moment(@at)}#{", or until somebody answers" if @when_answered}."
      end
    end
  end
end
