# frozen_string_literal: true

module UpFront
  module Desk
    # Puts a whole rulebook in place of the one in force, in one step that can be taken back.
    class ImportRulebook < ChangeRulebook
      # @param document [Hash] checked (see {Core::Rulebook.read})
      # @return [Array<Core::RulebookDifference::Change>] what would be added, changed and removed
      def preview(document) = Core::RulebookDifference.new(Store::CurrentRulebook.document || {}, with_house(document)).changes

      # @param document [Hash] @return [Done] @raise [Core::Refused]
      def call(document)
        document = SavePlan.check(with_house(document), now).document
        return set_up(document) unless Store::Rulebook.exists?

        transaction do
          Store::OwnMail.follow(Store::CurrentRulebook.rulebook.names)
          text = "Brought in a rulebook."
          changes = preview(document)
          next Done.new(message: "That rulebook is the one in force; nothing was changed.", result: changes) if changes.empty?

          rows = put_rules(document.fetch("rules", []))
          put_accounts(document.fetch("accounts", []))
          views = put_views(document.fetch("views", []))
          head = trail(Store::CurrentRulebook.put(document))
          event("views") if views.any?
          rules_changed(text, {"Rulebook" => [head], "Rule" => rows, "View" => views}, result: changes)
        end
      end

      private

      # What the office publishes is followed as before, whatever a file says; where nothing is followed yet, what the file follows.
      def with_house(document)
        followed = Store::Rulebook.first&.document.to_h.slice("house")
        document.merge(followed)
      end

      def set_up(document)
        accounts = document["accounts"] if document["accounts"]&.any?
        SetUp.new(clock).call(document["owner"], plan: document.fetch("plan", {}), accounts: accounts,
          rest: document.except("format", "version", "owner", "plan", "accounts"))
      end

      # @return [Array<Hash>] the trail of each rule that changed
      def put_rules(bodies)
        known = Store::Rule.in_order.to_h { [Core::Text.fold(_1.name), _1] }
        put = bodies.each_with_index.map { |body, place| put_rule(known.delete(Core::Text.fold(body["name"])), body, place) }
        put + known.values.map { |rule| rule.update!(deleted_at: now) && trail(rule) }
      end

      def put_rule(rule, body, place)
        return make_rule(body, place) unless rule

        changed = rule.body != body
        rule.update!(position: place, body: body, version: rule.version + (changed ? 1 : 0))
        trail(rule).tap { keep_version(rule, "brought in") if changed }
      end

      def make_rule(body, place)
        rule = Store::Rule.create!(position: place, body: body, created_at: now)
        keep_version(rule, "brought in")
        trail(rule, before: {"deleted_at" => now})
      end

      # @return [Array<Hash>] the trail of each view that changed
      def put_views(bodies)
        known = Store::View.in_order.to_h { [Core::Text.fold(_1.name), _1] }
        put = bodies.each_with_index.filter_map do |body, place|
          view = known.delete(Core::Text.fold(body["name"]))
          view ? change_view(view, body, place) : make_view(body, place)
        end
        put + known.values.map { |view| view.update!(deleted_at: now) && trail(view) }
      end

      def change_view(view, body, place)
        version = view.version + ((view.body == body) ? 0 : 1)
        view.put(body, now)
        view.update!(position: place, version: version)
        trail(view)
      end

      def make_view(body, place)
        trail(Store::View.create!(position: place, body: body, created_at: now), before: {"deleted_at" => now})
      end

      # An account that holds mail stays, whatever the file says.
      def put_accounts(accounts)
        accounts.each do |given|
          account = Store::Account.all.find { Core::Text.fold(_1.name) == Core::Text.fold(given["name"]) }
          account ||= Store::Account.new(name: given["name"])
          account.update!(addresses: given["addresses"])
        end
      end
    end
  end
end
