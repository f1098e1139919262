# frozen_string_literal: true

module UpFront
  module Desk
    # Puts a whole rulebook in place of the one in force, in one step that can be taken back.
    class ImportRulebook < Act
      # @param document [Hash] checked (see {Core::Rulebook.read})
      # @return [Array<Core::RulebookDifference::Change>] what would be added, changed and removed
      def preview(document) = Core::RulebookDifference.new(Store::Shelf.document || {}, document).changes

      # @param document [Hash] @return [Done] @raise [Core::Refused]
      def call(document)
        Core::Rulebook.read(document)
        return set_up(document) unless Store::Rulebook.exists?

        transaction do
          words = "Brought in a rulebook."
          changes = preview(document)
          next Done.new(words: "That rulebook is the one in force; nothing was changed.", result: changes) if changes.empty?

          before = [Store::Rulebook.first!.attributes, Store::Rule.all.map(&:attributes)]
          made = put_rules(document.fetch("rules", []))
          put_accounts(document.fetch("accounts", []))
          Store::Shelf.put(document)
          event("rules", revision: Store::Shelf.turn)
          step = {"Rulebook" => [before[0]], "Rule" => before[1] + made.map { _1.attributes.merge("deleted_at" => now) }}
          Done.new(words: words, undo_id: Store::UndoStep.create!(at: now, words: words, before: step).id, result: changes)
        end
      end

      private

      def set_up(document)
        SetUp.new(clock).call(document["owner"], plan: document.fetch("plan", {}), accounts: document["accounts"].then { (_1.nil? || _1.empty?) ? nil : _1 },
          rest: document.except("format", "version", "owner", "plan", "accounts"))
      end

      # @return [Array<Store::Rule>] the rules that were not there before
      def put_rules(bodies)
        known = Store::Rule.in_order.to_h { [Core::Text.fold(_1.name), _1] }
        made = bodies.each_with_index.filter_map do |body, place|
          rule = known.delete(Core::Text.fold(body["name"]))
          next Store::Rule.create!(position: place, body: body, created_at: now).tap { keep_version(_1, "brought in") } unless rule

          changed = rule.body != body
          rule.update!(position: place, body: body, version: rule.version + (changed ? 1 : 0))
          keep_version(rule, "brought in") if changed
          nil
        end
        known.each_value { _1.update!(deleted_at: now) }
        made
      end

      # An account that holds mail stays, whatever the file says.
      def put_accounts(accounts)
        accounts.each do |given|
          account = Store::Account.all.find { Core::Text.fold(_1.name) == Core::Text.fold(given["name"]) }
          account ? account.update!(addresses: given["addresses"]) : Store::Account.create!(name: given["name"], addresses: given["addresses"])
        end
      end

      def keep_version(rule, act) = Store::RuleVersion.create!(rule_id: rule.id, version: rule.version, body: rule.body, act: act, at: now)
    end
  end
end
