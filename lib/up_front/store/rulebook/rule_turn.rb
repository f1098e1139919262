# frozen_string_literal: true

module UpFront
  module Store
    # That what decides was changed: when, and what was said of it. For looking back on what a change did.
    class RuleTurn < Record
      self.table_name = "rule_turns"

      MOST_SAID = 300 # letters

      # To be called in the transaction of the change.
      def self.note(at, revision, said) = create!(at: at, revision: revision, said: said[0, MOST_SAID])
    end
  end
end
