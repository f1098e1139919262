# frozen_string_literal: true

module UpFront
  module Web
    module Pages
      # Every rule in the order in which they are read.
      class Rules
        def initialize(rulebook)
          @rulebook = rulebook
        end

        def to_h = {rules: Store::Rule.in_order.map { show(_1) }}

        # @param row [Store::Rule]
        def show(row)
          rule = @rulebook.rules.find { _1.id == row.id }
          {id: row.id, version: row.version, name: row.name, enabled: rule.enabled, sentence: Core::Sentence.rule(rule), body: rule.to_h}
        end
      end
    end
  end
end
