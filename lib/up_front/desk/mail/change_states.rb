# frozen_string_literal: true

module UpFront
  module Desk
    # The base of acts on messages' states.
    class ChangeStates < Act
      MAX_MESSAGES = 10_000
      BATCH = 250

      # @param ids [Array<Integer>] @return [Done] what was changed, without an undo step where nothing was
      # @raise [Impossible] when none of them is there
      def call(ids)
        transaction do
          states = Store::State.where(message_id: ids.first(MAX_MESSAGES)).to_a
          raise Impossible.new("That message is not here.", status: 404) if states.empty?

          rows = change_all(states)
          next Done.new(message: unchanged(states.size)) if rows.empty?

          said = message(rows.size)
          Done.new(message: said, undo_id: undo_step(said, "State" => rows))
        end
      end

      # However many, gone through with {all} in batches under one undo step.
      # @param ids [Array<Integer>] @return [Array(Integer, String, Array<Integer>)] the step, what is done, and those that it changes
      # @raise [Impossible] where nothing would change
      def begin(ids)
        changing = ids.each_slice(BATCH).flat_map { |some| changing(Store::State.where(message_id: some).to_a).map(&:message_id) }
        raise Impossible.new(ids.empty? ? "There is nothing to do." : unchanged(ids.size), status: 409) if changing.empty?

        said = message(changing.size)
        [undo_step(said, {}), said, changing]
      end

      # @param step_id [Integer] from {begin}
      def all(step_id, ids)
        done = 0
        ids.each_slice(BATCH) do |some|
          done += some.size
          transaction do
            rows = change_all(Store::State.where(message_id: some).to_a)
            Store::UndoStep.add(step_id, "State", rows)
            event("progress", step: step_id, done: done, of: ids.size)
          end
        end
      end

      private

      # @return [Array<Hash>] the trails of those that changed
      def change_all(states)
        changed = changing(states)
        rows = changed.filter_map do |state|
          change(state)
          state.save!
          trail(state)
        end
        also(changed.map(&:message_id))
        event("changed", ids: changed.map(&:message_id)) if changed.any?
        rows
      end

      # @param states [Array<Store::State>] @return [Array<Store::State>] those that it would change
      def changing(states)
        claims = Store::Claim.where(message_id: states.map(&:message_id)).index_by(&:message_id)
        states.select { |state| change?(state, Core::MessageState.new(state, claims.fetch(state.message_id), now)) }
      end

      # @!method change?(state, stands)
      #   @param state [Store::State] @param stands [Core::MessageState] how it stands @return [Boolean]
      # @!method change(state)
      #   Assigns what it changes. @param state [Store::State]
      # @!method message(count)
      #   @return [String] what was done to so many messages

      def unchanged(count) = "Nothing was changed: #{(count == 1) ? "the message stands" : "the messages stand"} so already."

      # What else becomes of the messages that are changed. @param ids [Array<Integer>]
      def also(ids) = nil

      def counted(count) = (count == 1) ? "1 message" : "#{count} messages"
    end
  end
end
