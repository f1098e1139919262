# frozen_string_literal: true

module UpFront
  module Store
    # How messages stand at a moment, as values: what {StateSQL} asks of the database, for explaining one message.
    module MessageStates
      module_function

      # @param ids [Array<Integer>] @param now [Time] @return [Hash{Integer=>Core::MessageState}]
      def of(ids, now)
        messages = Message.where(id: ids).select(:id, :message_id, :arrived_at, :from_me).to_a
        claims = Claim.where(message_id: ids).index_by(&:message_id)
        states = State.where(message_id: ids).index_by(&:message_id)
        rules = fired(ids)
        messages.to_h { |message| [message.id, state(message, claims.fetch(message.id), states.fetch(message.id), rules.fetch(message.id, []), now)] }
      end

      def fired(ids)
        names = Rule.all.to_h { [_1.id, _1.name] }
        Firing.where(message_id: ids, outcome: "matched").pluck(:message_id, :rule_id).group_by(&:first).transform_values { |rows| rows.filter_map { names[_1.last] } }
      end

      def state(message, claim, state, rules, now)
        kept = state.cleared_at.nil? && state.discarded_at.nil?
        due = ->(time) { !time.nil? && time <= now }
        Core::MessageState.new(
          now: now, arrived_at: message.arrived_at.to_time, priority: state.priority || claim.priority, labels: (claim.labels | state.labels_on) - (state.labels_off - state.labels_on), ink: claim.ink, decided_by: rules,
          unread: state.unread, flagged: state.flagged, on_front: kept && due[state.surface_at], cleared: !state.cleared_at.nil?, discarded: !state.discarded_at.nil?,
          held: kept && state.came == "arrived" && state.put_off_at.nil? && (state.surface_at ? !due[state.surface_at] : claim.held),
          keep_at_top: (state.keep_at_top.nil? ? claim.keep_at_top : state.keep_at_top) && !due[state.keep_until],
          alerted: Alert.exists?(message_id: message.id, silenced_by: nil), follow_up_due: kept && due[claim.follow_up_at], **answers(message)
        )
      end

      # Who has written into it since, and whether it went to somebody else.
      def answers(message)
        replies = message.message_id ? Message.where(id: MessageReference.where(reference: message.message_id).select(:message_id)).pluck(:from_me) : []
        people = MessagePerson.where(message_id: message.id).pluck(:role, :key).group_by(&:first).transform_values { |rows| rows.map(&:last) }
        others = (people.fetch("to", []) + people.fetch("cc", [])) - people.fetch("from", [])
        {answered: replies.include?(true), awaiting_reply: message.from_me && others.any? && replies.all?}
      end
      private_class_method :fired, :state, :answers
    end
  end
end
