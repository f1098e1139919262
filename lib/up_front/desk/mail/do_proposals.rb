# frozen_string_literal: true

module UpFront
  module Desk
    # Does what a rule that asks first proposes: the messages are decided as if it did not ask. What has come in is changed in how it looks,
    # in its marks and in whether it stays on the Front, as {ApplyRule} does; what is held gets its new moment. From then on the rule has
    # the person's word for these messages.
    class DoProposals < ApplyRule
      # @return [Array<Integer>] those that are proposed
      def changing_ids(only = nil)
        open = Proposals.new(@rulebook, now).of(@rule.id)
        only ? open & only : open
      end

      # Within the transaction of whoever goes through them. @return [Integer] how many
      def part(step_id, ids)
        ids &= changing_ids(ids)
        rows = ids.map do |id|
          row = Store::ProposalAnswer.create!(message_id: id, rule_id: @rule.id, answer: "done", at: now)
          trail(row, before: {"deleted_at" => now})
        end
        Store::UndoStep.add(step_id, "ProposalAnswer", rows)
        held = Store::State.held(now).where(message_id: ids, moved_at: nil).pluck(:message_id)
        super(step_id, ids - held)
        decide(step_id, held) if held.any?
        event("proposals")
        ids.size
      end

      def said(count) = "Did what “#{@rule.name}” proposed of #{Core::English.count(count, "message")}."
      def nothing(_count) = "There is nothing more to answer: it was answered elsewhere, or has gone."

      private

      def decide(step_id, ids)
        Store::FormerClaim.keep(step_id, ids)
        Store::UndoStep.add(step_id, "State", DecideAnew.new(clock).call(only: ids).rows)
      end
    end
  end
end
