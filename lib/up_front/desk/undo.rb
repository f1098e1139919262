# frozen_string_literal: true

module UpFront
  module Desk
    # Takes an act back: puts the rows that it changed as they were, as long as nothing has changed them
    # since in a way that undoing would lose.
    class Undo < Act
      MODELS = {"State" => Store::State, "Rule" => Store::Rule, "Rulebook" => Store::Rulebook}.freeze

      # @param id [Integer] of the undo step @return [Done] @raise [Impossible]
      def call(id)
        transaction do
          step = Store::UndoStep.find_by(id: id) or raise Impossible.new("There is nothing of that number to undo.", status: 404)
          raise Impossible.new("That was undone already.", status: 409) if step.undone_at

          step.before.each { |model, rows| rows.each { restore(MODELS.fetch(model), _1) } }
          step.update!(undone_at: now)
          tell(step)
          Done.new(words: "Undone: #{step.words}")
        end
      end

      private

      # What has surfaced and was announced stays so: undoing must not announce a message twice. Revisions
      # only ever grow.
      def restore(model, row)
        kept = row.except("announced_at", "revision")
        record = model.find_by(model.primary_key => row[model.primary_key])
        return unless record
        return restore_rule(record, kept) if model == Store::Rule

        record.update!(kept)
      end

      def restore_rule(rule, row)
        return if rule.attributes.except("version") == row.except("version")

        version = Store::RuleVersion.where(rule_id: rule.id).maximum(:version).to_i + 1
        rule.update!(row.merge("version" => version))
        Store::RuleVersion.create!(rule_id: rule.id, version: version, body: rule.body, act: "undone", at: now)
      end

      def tell(step)
        ids = step.before.fetch("State", []).map { _1["message_id"] }
        event("changed", ids: ids) if ids.any?
        return unless step.before.key?("Rule")

        event("rules", revision: Store::Shelf.turn)
      end
    end
  end
end
