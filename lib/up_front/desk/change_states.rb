# frozen_string_literal: true

module UpFront
  module Desk
    # The base of acts on messages' states.
    class ChangeStates < Act
      MAX_MESSAGES = 10_000

      # @param ids [Array<Integer>] @return [Done] @raise [Impossible] when none of them is there
      def call(ids)
        transaction do
          states = Store::State.where(message_id: ids.first(MAX_MESSAGES)).to_a
          raise Impossible.new("That message is not here.", status: 404) if states.empty?

          changed = states.select { change?(_1) }
          rows = changed.map do |state|
            change(state)
            state.save!
            trail(state)
          end
          also(changed.map(&:message_id))
          undo_id = undo_step(words(states.size), "State" => rows) if changed.any?
          event("changed", ids: changed.map(&:message_id)) if changed.any?
          Done.new(words: words(states.size), undo_id: undo_id)
        end
      end

      private

      # What else becomes of the messages that are changed. @param ids [Array<Integer>]
      def also(ids) = nil

      def messages(count) = (count == 1) ? "1 message" : "#{count} messages"
    end
  end
end
