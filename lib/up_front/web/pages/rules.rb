# frozen_string_literal: true

module UpFront
  module Web
    module Pages
      # Every rule in the order in which they are read.
      class Rules
        def initialize(rulebook)
          @rulebook = rulebook
        end

        def to_h = {lead: lead, rules: Store::Rule.in_order.map { show(_1) }}

        # @param row [Store::Rule]
        def show(row)
          rule = @rulebook.rules.find { _1.id == row.id }
          return unreadable(row) unless rule

          {id: row.id, version: row.version, name: row.name, enabled: rule.enabled, sentence: Core::Sentence.rule(rule), body: rule.to_h}
        end

        private

        def unreadable(row)
          {id: row.id, version: row.version, name: row.name, enabled: false, body: {name: row.name, when: {}, then: {}},
           sentence: "This rule cannot be read by this version of Up Front, and decides nothing. It is kept as it was saved."}
        end

        def lead
          rules = @rulebook.rules
          return "There are no rules yet." if rules.empty?

          off = rules.count { !_1.enabled }
          words = "#{Core::Words.sentence(Core::Words.count(rules.size, "rule"))} #{(rules.size == 1) ? "is" : "are"} read in this order"
          off.zero? ? "#{words}." : "#{words}; #{Core::Words.count(off, "of them is", "of them are")} off."
        end
      end
    end
  end
end
