# frozen_string_literal: true

module UpFront
  module Core
    # What a rulebook's conditions mean, beside what they say: who is me, who is in a group, when a window is.
    # Two rulebooks of one context have the same answers to the same condition.
    class ConditionContext
      PEOPLE = %w[owner contacts groups house].freeze

      # @param document [Hash] of a rulebook
      def initialize(document)
        @people = document.slice(*PEOPLE).hash
        @windows = [@people, document.dig("plan", "windows")].hash
        freeze
      end

      # @param leaf [Condition::Leaf] @return [Integer] alike for all contexts in which it means the same
      def of(leaf) = (leaf.fact.type == Types::Window) ? @windows : @people
    end
  end
end
