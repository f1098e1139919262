# frozen_string_literal: true

module UpFront
  module Core
    # What a repair of the check-up that changes what rules say makes of them.
    module Mending
      ACTS = %w[let_in join].freeze

      module_function

      # @param rules [Array<Rule>] in their order @param rule [Rule] one of them @param act [String] of {ACTS}
      # @return [Hash{Rule=>Hash,nil}] by rule, the parts that become otherwise, in the file's shape; nil of one that goes. Empty where
      #   there is nothing to repair any more.
      def of(rules, rule, act)
        (act == "join") ? joined(rules, rule) : let_in(rule)
      end

      def let_in(rule)
        timing = rule.effects["timing"]
        return {} if timing.nil? || timing.key?("now")

        {rule => {"then" => rule.effects.said.merge("timing" => {"now" => true})}}
      end

      def joined(rules, rule)
        earlier = JoinedRule.places(rules).to_h[rules.index(rule)]&.then { rules[_1] } or return {}
        {earlier => JoinedRule.of(earlier.to_h, rule.to_h).slice("when"), rule => nil}
      end
      private_class_method :let_in, :joined
    end
  end
end
