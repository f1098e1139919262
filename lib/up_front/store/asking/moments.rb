# frozen_string_literal: true

module UpFront
  module Store
    # What time alone changes of how messages stand: each has moments, and nothing is written when one comes.
    module Moments
      COLUMNS = [[State, "surface_at"], [State, "keep_until"], [Claim, "follow_up_at"], [Awaited, "due_at"],
        [Task, "due_at"]].freeze

      module_function

      # @param from [Time] exclusive @param to [Time] inclusive @return [Array<Integer>] the messages one of whose moments came then
      def come(from, to) = COLUMNS.flat_map { |model, column| between(model, column, from, to).pluck(:message_id) }.compact

      # @return [Boolean] whether there is one of them
      def any?(from, to) = COLUMNS.any? { |model, column| between(model, column, from, to).exists? }

      def between(model, column, from, to) = model.where("#{column} > ? AND #{column} <= ?", from, to)
      private_class_method :between
    end
  end
end
