# frozen_string_literal: true

module UpFront
  module Desk
    # The base of acts on messages' states.
    class ChangeStates < Act
      MAX_MESSAGES = 10_000
      AT_ONCE = 250 # messages in one transaction

      # @param ids [Array<Integer>] @param step [Boolean] whether it is one that is taken back: opening a message marks it read, and is none
      # @return [Done] what was changed, without an undo step where nothing was @raise [Impossible] when none of them is there
      def call(ids, step: true)
        transaction do
          states = Store::State.where(message_id: ids.first(MAX_MESSAGES)).to_a
          raise Impossible.new("That message is not here.", status: 404) if states.empty?

          rows = change_all(states)
          next Done.new(message: unchanged(states.size)) if rows.empty?

          @one = Store::Message.find(rows.first["key"]).subject if rows.size == 1
          said = message(rows.size)
          Done.new(message: [said, comfort(rows.size)].compact.join(" "), undo_id: (undo_step(said, "State" => rows) if step))
        end
      end

      # As {LargeActs} go through any number of them.
      # @param ids [Array<Integer>] @return [Array<Integer>] those that it would change
      def changing_ids(ids)
        ids.each_slice(AT_ONCE).flat_map { |some| changing(Store::State.where(message_id: some).to_a).map(&:message_id) }
      end

      # Within the transaction of whoever goes through them. @return [Integer] how many were changed
      def part(step_id, ids)
        rows = change_all(Store::State.where(message_id: ids).to_a)
        Store::UndoStep.add(step_id, "State", rows)
        rows.size
      end

      # @return [String] what was done to so many
      def said(count) = [message(count), comfort(count)].compact.join(" ")

      # @return [String] that none of so many was changed
      def nothing(count) = count.zero? ? "There is nothing to do." : unchanged(count)

      def step_id = nil
      def finished = nil

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

      # @return [String, nil] what is good to know of it, said once it is done
      def comfort(count) = nil

      MOST_LETTERS = 60 # of a subject

      # "“Proof 12”", "12 messages"
      def counted(count)
        return "“#{(@one.size > MOST_LETTERS) ? "#{@one[0, MOST_LETTERS].rstrip} …" : @one}”" if count == 1 && !@one.to_s.strip.empty?

        (count == 1) ? "1 message" : "#{Core::English.thousands(count)} messages"
      end
    end
  end
end
