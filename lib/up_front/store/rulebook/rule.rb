# frozen_string_literal: true

module UpFront
  module Store
    # A rule as the person last saved it. Deleted ones stay for the history and for undo.
    class Rule < Record
      include Ordered

      self.table_name = "rules"

      def name = body["name"].to_s

      # @return [Hash] the body in today's form
      def today = Core::RuleUpgrades.today(body, form)
    end
  end
end
