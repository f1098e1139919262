# frozen_string_literal: true

module UpFront
  module Desk
    # Makes a rule of a priority that was given by hand: always so for this sender.
    class AlwaysForSender < Act
      # @param id [Integer] of the message @return [Done] @raise [Impossible, Core::Refused]
      def call(id)
        message = Store::Message.find_by(id: id) or raise Impossible.new("That message is not here.", status: 404)
        raise Impossible, "That message names no sender." unless message.sender_key

        priority = Store::State.where(message_id: id).with_priority.first.shown_priority
        SaveRule.new(clock).call({"name" => free("#{message.sender_name}: #{priority} priority"),
          "when" => {"fact" => "from", "op" => "is", "value" => [message.sender_key]}, "then" => {"priority" => priority}}, place: :first)
      end

      private

      def free(name)
        taken = Store::Rule.in_order.map { Core::Text.fold(_1.name) }
        [name, *(2..).lazy.map { "#{name} #{_1}" }.first(100)].find { !taken.include?(Core::Text.fold(_1)) }
      end
    end
  end
end
