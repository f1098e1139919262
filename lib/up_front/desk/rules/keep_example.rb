# frozen_string_literal: true

module UpFront
  module Desk
    # Keeps a message as an example of how it shall be decided: its facts, so that it outlives the mail.
    class KeepExample < Act
      # @param id [Integer] of the message @param shall [Hash] see {Core::Example} @param name [String, nil] its subject where nil
      # @return [Done] @raise [Impossible, Core::Refused]
      def call(id, shall, name: nil)
        message = Store::Message.find_by(id: id) or raise Impossible.gone("message")
        SaveKept.new(clock, "examples").call(Core::Example.document(free(name || message.subject), message.to_core, shall))
      end

      private

      def free(name)
        name = "A message" if name.strip.empty?
        taken = Store::CurrentRulebook.rulebook.examples.to_set { Core::Text.fold(_1.name) }
        taken.include?(Core::Text.fold(name)) ? (2..).lazy.map { "#{name} (#{_1})" }.find { !taken.include?(Core::Text.fold(_1)) } : name
      end
    end
  end
end
