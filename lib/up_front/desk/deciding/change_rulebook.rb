# frozen_string_literal: true

module UpFront
  module Desk
    # The base of acts that change what decides: rules, and what they name.
    class ChangeRulebook < Act
      private

      # As it is before anything of it is changed. What is not saved after all is not to be remembered as if it were.
      def transaction
        super do
          @before = Store::CurrentRulebook.rulebook
          yield
        rescue
          Store::CurrentRulebook.forget
          raise
        end
      end

      # @return [Store::Rule] @raise [Impossible]
      def saved_rule(id) = Store::Rule.in_order.find_by(id: id) || raise(Impossible.gone("rule"))

      # @return [String] that name, or where a rule has it the first of those that has none: "Loans", "Loans 2" or "Loans (2)"
      # @yield [Integer] the number @yieldreturn [String] the name with it
      def free_name(name)
        taken = Store::Rule.in_order.to_set { Core::Text.fold(_1.name) }
        return name unless taken.include?(Core::Text.fold(name))

        (2..taken.size + 2).lazy.map { yield _1 }.find { !taken.include?(Core::Text.fold(_1)) }
      end

      # @param names [Hash{String=>Hash{String=>String}}] by kind, the new name by the former one, of what promises and examples name
      # @return [Hash] the trail of the rulebook's head, which was replaced
      def put_head(document, names = {}) = trail(Store::CurrentRulebook.put(Core::References.kept_renamed(document, names)))

      # @return [Array<String>] the rules, views, promises and examples that name it: "“Customs”"
      def users(kind, name)
        kept = Store::CurrentRulebook.document.values_at(*Core::References::KEPT).compact.flatten.map { [_1["name"], _1] }
        bodies = Store::Rule.in_order.map { [_1.name, _1.today] } + Store::View.in_order.map { [_1.name, _1.body] } + kept
        bodies.select { |_, body| Core::References.uses?(body, kind, name) }.map { |user, _| "“#{user}”" }
      end

      # Turns the revision, decides held mail anew by it, and leaves the undo step of it all. What was promised is looked at first.
      # @param rows [Hash{String=>Array<Hash>}] trails by model
      # @return [Done] @raise [Turning::Asks]
      def rules_changed(text, rows, result: nil)
        turned = Turning.meant(@before, -> { Store::CurrentRulebook.as_saved }, now)
        rows, examples = meant_examples(turned, rows)
        event("rules", revision: turned(text))
        anew = DecideAnew.new(clock).call
        rows = rows.merge("State" => anew.rows) if anew.rows.any?
        Done.new(message: "#{text}#{examples}#{still_open(turned)}#{anew.message}", undo_id: undo_step(text, rows), result: result)
      end

      # @param said [String] what was done, for looking back @return [Integer] the new revision
      def turned(said)
        Store::CurrentRulebook.turn.tap do |revision|
          Store::RuleTurn.note(now, revision, said)
          event("tasks") if Store::Task.tell_due_anew(Store::CurrentRulebook.rulebook.zone).positive?
        end
      end

      # Examples that turn as it is meant shall be so from now on.
      # @param turned [Turned, nil] @return [Array(Hash, String)] the rows with that of the rulebook's head, and what was done
      def meant_examples(turned, rows)
        now = (turned&.rows || []).select { _1.kind == "example" }.to_h { [Core::Text.fold(_1.name), _1.found.as_is(_1.now)] }
        return [rows, ""] if now.empty?

        document = Store::CurrentRulebook.document
        kept = document.fetch("examples", []).filter_map { |each| now.fetch(Core::Text.fold(each["name"]), each) }
        head = joined(rows["Rulebook"]&.first, put_head(document.merge("examples" => kept)))
        [rows.merge("Rulebook" => [head]), " #{Core::English.sentence(Core::English.count(now.size, "example"))} changed with it."]
      end

      def still_open(turned)
        open = turned ? turned.open : 0
        " #{Core::English.sentence(Core::English.count(open, "promise"))} could not be looked at in time; Promises tells." if open.positive?
      end

      # @return [Hash] one trail of a record that was saved twice
      def joined(first, second)
        return second unless first

        second.merge("before" => second["before"].merge(first["before"]), "after" => first["after"].merge(second["after"]))
      end

      # Gives what rules and views name another name in each of them, all at once: two may have changed names.
      # @param names [Hash{String=>Hash{String=>String}}] by kind, the new name by the former one
      # @return [Hash{String=>Array<Hash>}] the trails of the rules and the views that changed
      def rename_all(names)
        folded = names.transform_values { |of| of.transform_keys { Core::Text.fold(_1) } }
        rename = ->(body) { Core::References.rename(body) { |kind, given| folded.dig(kind, Core::Text.fold(given)) || given } }
        rules = Store::Rule.in_order.filter_map do |rule|
          rule.assign_attributes(body: rename[rule.today], version: rule.version + 1)
          next unless rule.body_changed?

          rule.save!
          trail(rule).tap { keep_version(rule, "changed") }
        end
        views = Store::View.in_order.filter_map do |view|
          view.assign_attributes(body: rename[view.body], version: view.version + 1)
          view.body_changed? && view.save! && trail(view)
        end
        {"Rule" => rules, "View" => views.compact}
      end

      # Adds a rule's body as it is now to its history.
      # @param act [String] made, changed, undone or brought in
      def keep_version(rule, act)
        Store::RuleVersion.create!(rule_id: rule.id, version: rule.version, body: rule.body, act: act, at: now)
      end
    end
  end
end
