# frozen_string_literal: true

module UpFront
  module Desk
    # Makes a rule of a priority that was given by hand: always so for this sender.
    class AlwaysForSender < ChangeRulebook
      # @param id [Integer] of the message @return [Done] @raise [Impossible, Core::Refused]
      def call(id)
        message = Store::Message.find_by(id: id) or raise Impossible.new("That message is not here.", status: 404)
        raise Impossible, "That message names no sender." unless message.sender_key

        priority = Store::State.where(message_id: id).with_priority.first.shown_priority
        name = "#{message.sender_name}: #{priority} priority"
        SaveRule.new(clock).call({"name" => free_name(name) { "#{name} #{_1}" },
          "when" => {"fact" => "from", "op" => "is", "value" => [message.sender_key]}, "then" => {"priority" => priority}}, place: :first)
      end
    end
  end
end
