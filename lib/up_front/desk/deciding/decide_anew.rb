# frozen_string_literal: true

module UpFront
  module Desk
    # Decides held mail anew, since the rules have changed: what would have come in by now comes in now, the
    # rest gets its new moment. To be called within the transaction of the act that changed the rules.
    class DecideAnew < Act
      BATCH = 200

      # @!attribute rows [Array<Hash>] the trails of the states that changed
      # @!attribute came_in [Integer] @!attribute total [Integer]
      Outcome = Struct.new(:rows, :came_in, :total, keyword_init: true) do
        # @return [String] for the notice; empty where nothing comes in
        def message = came_in.zero? ? "" : " #{Core::English.sentence(Core::English.count(came_in, "held message"))} came in."
      end

      # @param only [Array<Integer>, nil] of messages; all that is held where nil
      # @yield [Time] an arrival; whether such mail is looked at, all of it without a block @return [Outcome]
      def call(only: nil, &looked_at)
        rulebook = Store::CurrentRulebook.rulebook
        Store::OwnMail.follow(rulebook.names)
        @heads_down = Store::HeadsDown.of(rulebook.plan, now)
        ids = Store::State.held(now).where(moved_at: nil).pluck(:message_id) # what the person gave a moment keeps it
        ids &= only if only
        ids = Store::Message.where(id: ids).pluck(:id, :arrived_at).filter_map { |id, at| id if looked_at.call(at.to_time) } if looked_at
        outcome = Outcome.new(rows: [], came_in: 0, total: ids.size)
        ids.each_slice(BATCH) { |some| decide(some, rulebook, outcome) }
        settle_put_off(outcome)
        event("changed", ids: outcome.rows.map { _1["key"] }) if outcome.rows.any?
        outcome
      end

      private

      def decide(ids, rulebook, outcome)
        messages = Store::Message.to_core(ids)
        agreed = Store::ProposalAnswer.agreed(ids)
        former = Store::Claim.where(message_id: ids).pluck(:message_id, :flag, :mark_read).to_h { |id, *rest| [id, rest] }
        Store::State.where(message_id: ids).each do |state|
          claim = rulebook.decide(messages.fetch(state.message_id), heads_down: @heads_down, agreed: agreed.fetch(state.message_id, []))
          Store::Claims.write(state.message_id, claim, revision: rulebook.revision, at: now, anew: true)
          change(state, claim, *former.fetch(state.message_id))
          follow(state, claim, messages.fetch(state.message_id).arrived_at) if state.thread_word == "followed"
          outcome.came_in += 1 if state.surface_at_changed? && state.surface_at && state.surface_at <= now
          state.save! && outcome.rows << trail(state) if state.changed?
        end
      end

      # What was put off comes when it is wanted back, or when heads-down is over.
      def settle_put_off(outcome)
        states = Store::State.put_off(now).where.not(back_at: nil).to_a
        coming = ComingBack.new(states, @heads_down)
        states.each do |state|
          state.surface_at = [coming.call(state, state.back_at.to_time), now].max
          state.save! && outcome.rows << trail(state) if state.changed?
        end
      end

      def follow(state, claim, arrived_at)
        own = ThreadOverride.columns(state.thread_word, claim, arrived_at, @heads_down, now)
        state.assign_attributes(own.slice(:surface_at))
      end

      def change(state, claim, flagged, marked)
        state.surface_at = claim.surface_at && [claim.surface_at, now].max
        state.discarded_at = now if claim.discard
        state.flagged = claim.flag if claim.flag != flagged
        state.unread = !claim.mark_read if claim.mark_read != marked
      end
    end
  end
end
