# frozen_string_literal: true

module UpFront
  module Store
    # All of the messages that a view holds or a search finds, or some of them, to be gone through in one act.
    module BulkSelection
      module_function

      # @param states [ActiveRecord::Relation] of {State} @param before [Time, nil] only what arrived before it
      # @param all_but_newest [Boolean] all but the newest of each sender, of those that are there
      # @return [Array<Integer>] messages, the newest first
      def ids(states, before: nil, all_but_newest: false)
        relation = State.where(message_id: states.select(:message_id)).joins("JOIN messages ON messages.id = states.message_id")
        older = ->(found, table) { before ? found.where("#{table}.arrived_at < ?", before) : found }
        return older[relation, "messages"].order(Arel.sql("messages.arrived_at DESC")).pluck(:message_id) unless all_but_newest

        ranked = relation.select("states.message_id AS message_id, messages.arrived_at AS arrived_at, row_number() OVER (PARTITION BY " \
          "ifnull(messages.sender_key, '') ORDER BY messages.arrived_at DESC, messages.id DESC) AS place")
        older[State.unscoped.from(ranked, :ranked).where("ranked.place > 1"), "ranked"].order(Arel.sql("ranked.arrived_at DESC"))
          .pluck(Arel.sql("ranked.message_id"))
      end
    end
  end
end
