# frozen_string_literal: true

module UpFront
  module Store
    # {Core::MessageState} of messages, with what mail beside them tells, for explaining them.
    module MessageStates
      module_function

      # @param ids [Array<Integer>] @param now [Time] @return [Hash{Integer=>Core::MessageState}]
      def of(ids, now)
        claims = Claim.where(message_id: ids).index_by(&:message_id)
        states = State.where(message_id: ids).index_by(&:message_id)
        rules = fired(ids)
        alerted = Alert.where(message_id: ids, silenced_by: nil).pluck(:message_id).to_set
        awaited = Awaited.open.where(message_id: ids).pluck(:message_id, :due_at).to_h
        tasks = Task.open.where(message_id: ids).pluck(:message_id).to_set
        Message.where(id: ids).select(:id, :message_id, :arrived_at, :from_me, :asks_something).to_h do |message|
          id = message.id
          beside = Core::MessageState::Beside.new(alerted: alerted.include?(id), replies: replies(message),
            asks_others: message.from_me && others?(id), decided_by: rules.fetch(id, []),
            awaited: awaited[id]&.to_time, asks_me: message.asks_something && !message.from_me && to_me?(id), tasks: tasks.include?(id))
          [id, Core::MessageState.new(states.fetch(id), claims.fetch(id), now, arrived_at: message.arrived_at.to_time, beside: beside)]
        end
      end

      def fired(ids)
        names = Rule.all.to_h { [_1.id, _1.name] }
        Firing.where(message_id: ids, outcome: "matched").pluck(:message_id, :rule_id)
          .group_by(&:first).transform_values { |rows| rows.filter_map { names[_1.last] } }
      end

      # Who has written into it since.
      def replies(message)
        return [] unless message.message_id

        Message.where(id: MessageReference.where(reference: message.message_id).select(:message_id)).pluck(:from_me)
      end

      # Whether it went to somebody else than who wrote it.
      def others?(id)
        people = MessagePerson.where(message_id: id).pluck(:role, :key).group_by(&:first).transform_values { |rows| rows.map(&:last) }
        ((people.fetch("to", []) + people.fetch("cc", [])) - people.fetch("from", [])).any?
      end

      def to_me?(id) = MessagePerson.where(message_id: id, role: "to", key: CurrentRulebook.rulebook.names.me.keys.to_a).exists?
      private_class_method :fired, :replies, :others?, :to_me?
    end
  end
end
