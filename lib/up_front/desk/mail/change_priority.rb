# frozen_string_literal: true

module UpFront
  module Desk
    # Raises or lowers messages by hand, a step each; a rule is made of it only if asked.
    class ChangePriority < ChangeStates
      # @param step [Integer] 1 or -1
      def initialize(clock, step)
        super(clock)
        @step = step
        @given = {} # by message, the priority that it gets
      end

      private

      def change?(state, stands)
        level = Core::Priority.step(stands.priority, @step)
        changes = level != stands.priority
        @given[state.message_id] = level if changes
        changes
      end

      def change(state) = state.assign_attributes(priority: @given.fetch(state.message_id))

      def message(count)
        levels = @given.values.uniq
        "#{@step.positive? ? "Raised" : "Lowered"} #{counted(count)}#{" to #{levels.first} priority" if levels.size == 1}."
      end

      def unchanged(_count)
        @step.positive? ? "Nothing was raised: that is top priority already." : "Nothing was lowered: that is low priority already."
      end
    end
  end
end
