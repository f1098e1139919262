# frozen_string_literal: true

module UpFront
  module Core
    # What one claim on a message has otherwise than another, in English.
    class ClaimDifference
      # @!attribute now [String] as it would be @!attribute was [String] as it is
      Change = Struct.new(:topic, :now, :was)

      # @return [Array<Effect>] those in which claims may differ
      def self.effects = @effects ||= [Effects.find("timing"), *Effects.claimed].freeze

      # @param before [Claim] @param after [Claim] @param time_format [TimeFormat]
      # @param topics [Array<String>, nil] those to look at; all where nil
      def initialize(before, after, time_format, topics: nil)
        @before = before
        @after = after
        @time_format = time_format
        @effects = topics ? ClaimDifference.effects.select { topics.include?(_1.topic) } : ClaimDifference.effects
      end

      def any? = @effects.any? { differs?(_1) }

      # @return [Array<String>] in which they differ
      def topics = differing.map(&:topic)

      # @return [Array<Change>]
      def changes
        differing.map { |effect| Change.new(effect.topic, effect.tell(@after, @time_format), effect.tell(@before, @time_format)) }
      end

      private

      def differing = @effects.select { differs?(_1) }
      def differs?(effect) = effect.comparable(@before) != effect.comparable(@after)
    end
  end
end
