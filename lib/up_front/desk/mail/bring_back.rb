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
        states = waiting.to_a
        return if states.empty?

        coming = coming(states, now)
        states.each { _1.update!(surface_at: coming.call(_1, now), back_at: now, announced_at: nil) }
        yield states.map(&:message_id)
      end

      # @param states [Array<Store::State>] @return [ComingBack]
      def self.coming(states, now) = ComingBack.new(states, Store::HeadsDown.of(Store::CurrentRulebook.rulebook.plan, now))

      # Of a whole conversation, what is on the Front or waits: what was cleared stays so, and what the owner sent is no arrival.
      # @param id [Integer] one of its messages @return [Array<Integer>]
      def self.of_conversation(id, now)
        ids = Store::Message.conversation(id)
        [Store::State.surfaced(now), Store::State.held(now), Store::State.put_off(now)].flat_map { _1.where(message_id: ids).ids } | [id]
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

      # Sent mail, drafts and junk never came, and do not come back.
      def change?(state, stands) = !stands.discarded? && state.came != "quiet"

      def change_all(states)
        @coming = BringBack.coming(states, now)
        super
      end

      def change(state)
        state.assign_attributes(surface_at: @coming.call(state, @at), back_at: @at, put_off_at: now, put_off_reason: @reason,
          back_when_answered: @when_answered, cleared_at: nil, announced_at: nil)
      end

      def also(ids) = AnswerAlert.new(clock).answered(ids)

      def message(count)
        time_format = Core::TimeFormat.new(Store::CurrentRulebook.rulebook.zone, now)
        "Put off #{counted(count)} until #{time_format.dated(@at)}#{", or until somebody answers" if @when_answered}."
      end
    end
  end
end
