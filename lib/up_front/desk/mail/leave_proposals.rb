# frozen_string_literal: true

module UpFront
  module Desk
    # Leaves undone what a rule that asks first proposes of messages.
    class LeaveProposals < Act
      # @param rule_id [Integer] @param ids [Array<Integer>, nil] of messages; all that it proposes where nil @return [Done]
      # @raise [Impossible] where none of them is proposed
      def call(rule_id, ids = nil)
        transaction do
          rulebook = Store::CurrentRulebook.rulebook
          rule = rulebook.rules.find { _1.id == rule_id } or raise Impossible.gone("rule")
          open = Proposals.new(rulebook, now).of(rule_id)
          open &= ids if ids
          raise Impossible.new("There is nothing more to answer: it was answered elsewhere, or has gone.", status: 409) if open.empty?

          text = "Left #{Core::English.count(open.size, "message")} as #{(open.size == 1) ? "it is" : "they are"}: “#{rule.name}”."
          Done.new(message: text, undo_id: undo_step(text, "ProposalAnswer" => keep(rule_id, open)))
        end
      end

      private

      def keep(rule_id, ids)
        event("proposals")
        ids.map do |id|
          row = Store::ProposalAnswer.create!(message_id: id, rule_id: rule_id, answer: "left", at: now)
          trail(row, before: {"deleted_at" => now})
        end
      end
    end
  end
end
