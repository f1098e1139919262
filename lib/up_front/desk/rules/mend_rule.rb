# frozen_string_literal: true

module UpFront
  module Desk
    # Carries out a repair of the check-up that changes what rules say: mail is let straight in, or one rule does the work of two.
    class MendRule < ChangeRulebook
      # @param id [Integer] of the rule that was found @param act [String] of {Core::Mending::ACTS} @return [Done] @raise [Impossible]
      def call(id, act)
        transaction do
          row = saved_rule(id)
          rules = Store::CurrentRulebook.rulebook.own
          rule = rules.find { _1.id == id } # none that cannot be read
          mended = rule ? Core::Mending.of(rules, rule, act) : {}
          raise Impossible.new("Nothing was changed: that is not so any more.", status: 409) if mended.empty?

          rules_changed(text(act, row, mended.keys.first), {"Rule" => mended.map { |each, parts| change(saved_rule(each.id), parts) }})
        end
      end

      private

      def change(row, parts)
        return trail(row) if parts.nil? && row.update!(deleted_at: now)

        row.update!(body: row.today.merge(parts), form: Core::Rulebook::VERSION, version: row.version + 1)
        trail(row).tap { keep_version(row, "changed") }
      end

      def text(act, row, first)
        return "“#{row.name}” lets its mail straight in from now on." if act == "let_in"

        "“#{first.name}” asks for what “#{row.name}” asked for too, which is deleted."
      end
    end
  end
end
