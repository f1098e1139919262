# frozen_string_literal: true

module UpFront
  module Desk
    # Takes a rule out of the order. What it decided of mail that is in stays decided; held mail is decided anew.
    class DeleteRule < ChangeRulebook
      # @return [Done] @raise [Impossible]
      def call(id)
        transaction do
          rule = saved_rule(id)
          text = "Deleted the rule “#{rule.name}”."
          rule.update!(deleted_at: now)
          rules_changed(text, {"Rule" => [trail(rule)]})
        end
      end
    end
  end
end
