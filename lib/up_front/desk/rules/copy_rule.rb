# frozen_string_literal: true

module UpFront
  module Desk
    # Makes a second rule like one, right below it and switched off until it has been changed.
    class CopyRule < ChangeRulebook
      # @return [Done] with the new rule as result @raise [Impossible]
      def call(id)
        rules = Store::Rule.in_order.to_a
        place = rules.index { _1.id == id } or raise Impossible.gone("rule")
        name = free_name(rules[place].name) { "#{rules[place].name} (#{_1})" }
        SaveRule.new(clock).call(rules[place].today.merge("name" => name, "enabled" => false), place: place + 1)
      end
    end
  end
end
