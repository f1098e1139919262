# frozen_string_literal: true

module UpFront
  module Desk
    # Raises or lowers messages by hand, a step each; a rule is made of it only if asked.
    class ChangePriority < ChangeStates
      # @param step [Integer] 1 or -1
      def initialize(clock, step)
        super(clock)
        @step = step
      end

      def call(ids)
        @now_at = Store::State.where(message_id: ids).with_priority.to_h { |state| [state.message_id, state.shown_priority] }
        super
      end

      private

      def change?(state) = stepped(state) != @now_at[state.message_id]
      def change(state) = state.assign_attributes(priority: stepped(state))

      def stepped(state)
        levels = Core::Priority::LEVELS
        levels[(levels.index(@now_at.fetch(state.message_id)) + @step).clamp(0, levels.size - 1)]
      end

      def words(count)
        levels = @now_at.keys.map { |id| stepped(Store::State.new(message_id: id)) }.uniq
        "#{@step.positive? ? "Raised" : "Lowered"} #{messages(count)}#{" to #{levels.first} priority" if levels.size == 1}."
      end
    end
  end
end
