# frozen_string_literal: true

module UpFront
  module Core
    # Every effect there is. A file in effects/ defines one; adding an effect adds a file.
    module Effects
      module_function

      # @return [Array<Effect>] in their order
      def all
        @all ||= Dir[File.join(__dir__, "effects", "*.rb")].map { |file|
          const_get(File.basename(file, ".rb").split("_").map(&:capitalize).join)
        }.sort_by(&:place).freeze
      end

      # @param topic [String] @return [Effect, nil]
      def find(topic) = by_topic[topic]

      # @return [Array<String>] the keys that the file may have
      def topics = by_topic.keys

      # @return [Array<Effect>] those that a claim has a field for, {Surfacing}'s own apart
      def claimed = @claimed ||= all.select(&:field).freeze

      def by_topic = @by_topic ||= all.to_h { [_1.topic, _1] }.freeze
      private_class_method :by_topic
    end
  end
end
