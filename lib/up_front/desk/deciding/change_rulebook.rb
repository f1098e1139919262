# frozen_string_literal: true

module UpFront
  module Desk
    # The base of acts that change what decides: rules, and what they name.
    class ChangeRulebook < Act
      private

      # @return [Store::Rule] @raise [Impossible]
      def saved_rule(id) = Store::Rule.in_order.find_by(id: id) || raise(Impossible.gone("rule"))

      # @return [String] that name, or where a rule has it the first of those that has none: "Loans", "Loans 2" or "Loans (2)"
      # @yield [Integer] the number @yieldreturn [String] the name with it
      def free_name(name)
        taken = Store::Rule.in_order.to_set { Core::Text.fold(_1.name) }
        return name unless taken.include?(Core::Text.fold(name))

        (2..taken.size + 2).lazy.map { yield _1 }.find { !taken.include?(Core::Text.fold(_1)) }
      end

      # Turns the revision, decides held mail anew by it, and leaves the undo step of it all.
      # @param rows [Hash{String=>Array<Hash>}] trails by model
      # @return [Done]
      def rules_changed(text, rows, result: nil)
        event("rules", revision: Store::CurrentRulebook.turn)
        anew = DecideAnew.new(clock).call
        rows = rows.merge("State" => anew.rows) if anew.rows.any?
        Done.new(message: text + anew.message, undo_id: undo_step(text, rows), result: result)
      end

      # Gives what rules name another name in each of them. @return [Array<Hash>] the trails of the rules that changed
      def rename_in_rules(kind, was, name)
        Store::Rule.in_order.filter_map do |rule|
          next unless Core::References.uses?(rule.today, kind, was)

          rule.update!(body: with_name(rule.today, kind, was, name), version: rule.version + 1)
          trail(rule).tap { keep_version(rule, "changed") }
        end
      end

      # As in rules. @return [Array<Hash>] the trails of the views that changed
      def rename_in_views(kind, was, name)
        Store::View.in_order.filter_map do |view|
          next unless Core::References.uses?(view.body, kind, was)

          view.update!(body: with_name(view.body, kind, was, name), version: view.version + 1)
          trail(view)
        end
      end

      def with_name(body, kind, was, name)
        folded = Core::Text.fold(was)
        Core::References.rename(body) { |of, given| (of == kind && Core::Text.fold(given) == folded) ? name : given }
      end

      # Adds a rule's body as it is now to its history.
      # @param act [String] made, changed, undone or brought in
      def keep_version(rule, act)
        Store::RuleVersion.create!(rule_id: rule.id, version: rule.version, body: rule.body, act: act, at: now)
      end
    end
  end
end
