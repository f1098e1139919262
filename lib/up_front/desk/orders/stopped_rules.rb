# frozen_string_literal: true

module UpFront
  module Desk
    # Rules whose messages were refused three times in a row send nothing more, until the person lets them.
    class StoppedRules < Act
      KEY = "rules_that_send_no_more"
      REFUSED = 3

      # @return [Array<Integer>] their ids
      def self.ids = Array(Store::Setting[KEY])

      # To be called when one of a rule's messages was refused. @return [Boolean] whether the rule is stopped by that
      def refused(rule_id)
        over = Store::Outgoing.where(rule_id: rule_id, state: %w[sent refused]).order(over_at: :desc, id: :desc)
        last = over.limit(REFUSED).pluck(:state)
        return false unless last == ["refused"] * REFUSED && !StoppedRules.ids.include?(rule_id)

        Store::Setting[KEY] = StoppedRules.ids + [rule_id]
        event("check_up")
        true
      end

      # @return [Done] @raise [Impossible]
      def let(rule_id)
        transaction do
          raise Impossible.new("That rule is not stopped.", status: 409) unless StoppedRules.ids.include?(rule_id)

          Store::Setting[KEY] = StoppedRules.ids - [rule_id]
          event("check_up")
          text = "“#{Store::Rule.find_by(id: rule_id)&.name}” may send again."
          final_step(text, "It is stopped again where three of its messages are refused.")
          Done.new(message: text)
        end
      end
    end
  end
end
