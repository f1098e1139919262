# frozen_string_literal: true

module UpFront
  module Desk
    # Makes a rule of what was done to one message by hand: always so for this sender. Says which rule it goes against.
    class AlwaysForSender < ChangeRulebook
      ACTS = %w[priority let_in discard].freeze

      # @param id [Integer] of the message @param act [String] of {ACTS} @return [Done] @raise [Impossible, Core::Refused]
      def call(id, act = "priority")
        message = Store::Message.find_by(id: id) or raise Impossible.new("That message is not here.", status: 404)
        raise Impossible, "That message names no sender." unless message.sender_key

        body = (act == "priority") ? priority(message) : habit(message, act)
        against = against(id, body["then"].keys.first)
        SaveRule.new(clock).call(body, place: :first).tap do |done|
          done.message += " It is read before “#{against.name}”, which says otherwise." if against
        end
      end

      private

      def priority(message)
        priority = Store::State.where(message_id: message.id).with_priority.first.shown_priority
        name = "#{message.sender_name}: #{priority} priority"
        {"name" => free_name(name) { "#{name} #{_1}" }, "then" => {"priority" => priority},
         "when" => {"fact" => "from", "op" => "is", "value" => [message.sender_key]}}
      end

      def habit(message, act)
        habit = Core::Habits::Habit.new(act: act, value: true, of: ["sender", message.sender_key], name: message.sender_name)
        body = Core::HabitRule.new(habit).body
        body.merge("name" => free_name(body["name"]) { "#{body["name"]} #{_1}" })
      end

      # @return [Core::Rule, nil] the rule that decided this of the message
      def against(id, topic)
        ids = Store::Firing.where(message_id: id, outcome: "matched").pluck(:rule_id)
        Store::CurrentRulebook.rulebook.own.find { ids.include?(_1.id) && _1.effects.said.key?(topic) }
      end
    end
  end
end
