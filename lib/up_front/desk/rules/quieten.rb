# frozen_string_literal: true

module UpFront
  module Desk
    # Makes a rule's alert one loudness quieter: a call-out becomes a chime, a chime a tap, a tap none.
    class Quieten < ChangeRulebook
      LEVELS = ["none", *Core::AlertEffect::LEVELS].freeze

      # @param id [Integer] of the rule @return [Done] @raise [Impossible]
      def call(id)
        rule = saved_rule(id)
        alert = rule.today.dig("then", "alert")
        raise Impossible.new("That rule raises no alert any more.", status: 409) unless alert.is_a?(Hash)

        level = LEVELS[LEVELS.index(alert["level"]) - 1]
        quieter = (level == "none") ? "none" : alert.merge("level" => level)
        done = SaveRule.new(clock).call(rule.today.merge("then" => rule.today["then"].merge("alert" => quieter)), id: id,
          version: rule.version)
        done.message = "“#{rule.name}” raises #{(level == "none") ? "no alert" : Core::AlertEffect::NAMES.fetch(level)} from now on."
        done
      end
    end
  end
end
