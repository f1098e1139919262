# frozen_string_literal: true

module UpFront
  module Store
    class RuleVersion < Record
      self.table_name = "rule_versions"
    end
  end
end
