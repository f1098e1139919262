# frozen_string_literal: true

module UpFront
  module Desk
    # The base of acts on messages' states.
    class ChangeStates < Act
      MAX_MESSAGES = 10_000
      BATCH = 250

      # @param ids [Array<Integer>] @return [Done] @raise [Impossible] when none of them is there
      def call(ids)
        transaction do
          states = Store::State.where(message_id: ids.first(MAX_MESSAGES)).to_a
          raise Impossible.new("That message is not here.", status: 404) if states.empty?

          rows = change_all(states)
          undo_id = undo_step(words(states.size), "State" => rows) if rows.any?
          Done.new(words: words(states.size), undo_id: undo_id)
        end
      end

      # However many, gone through with {all} in batches under one undo step.
      # @param ids [Array<Integer>] @return [Array(Integer, String)] the step and what is done, in words
      def begin(ids)
        raise Impossible.new("There is nothing to do.", status: 409) if ids.empty?

        [undo_step(words(ids.size), {"State" => []}), words(ids.size)]
      end

      # @param step_id [Integer] from {begin}
      def all(step_id, ids)
        done = 0
        ids.each_slice(BATCH) do |some|
          done += some.size
          transaction do
            rows = change_all(Store::State.where(message_id: some).to_a)
            step = Store::UndoStep.find(step_id)
            step.update!(before: {"State" => step.before.fetch("State") + rows.compact})
            event("progress", step: step_id, done: done, of: ids.size)
          end
        end
      end

      private

      # @return [Array<Hash>] the trails of those that changed
      def change_all(states)
        changed = states.select { change?(_1) }
        rows = changed.map do |state|
          change(state)
          state.save!
          trail(state)
        end
        also(changed.map(&:message_id))
        event("changed", ids: changed.map(&:message_id)) if changed.any?
        rows
      end

      # What else becomes of the messages that are changed. @param ids [Array<Integer>]
      def also(ids) = nil

      def messages(count) = (count == 1) ? "1 message" : "#{count} messages"
    end
  end
end
