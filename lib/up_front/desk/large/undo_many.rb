# frozen_string_literal: true

module UpFront
  module Desk
    # Takes back an act on many messages, as {LargeActs} go through them: their states, and their claims where it had put others in
    # their place. What was changed again since stays.
    class UndoMany < Act
      attr_reader :step_id

      # @param step_id [Integer] of the undo step
      def initialize(clock, step_id)
        super(clock)
        @step_id = step_id
        @step = Store::UndoStep.find_by(id: step_id) or raise Impossible.gone("step")
      end

      # @return [Array<Integer>] the messages of a step
      def self.messages(step)
        step.changes_made.where(model: "State").pluck(:key) | Store::FormerClaim.where(undo_step_id: step.id).pluck(:message_id)
      end

      def changing_ids(ids) = ids

      # @return [Integer] how many were taken back
      def part(step_id, ids)
        changes = Store::UndoChange.where(undo_step_id: step_id, model: "State", key: ids).order(id: :desc)
        states = Store::State.where(message_id: changes.map(&:key)).index_by(&:message_id)
        changes.each { |change| states[change.key]&.take_back(change) }
        take_back_answers(step_id, ids)
        Store::FormerClaim.restore(step_id, ids)
        event("changed", ids: ids)
        ids.size
      end

      def finished = @step.update!(undone_at: now)
      def said(count) = "Taken back on #{Core::English.count(count, "message")}: #{was_done}"
      def nothing(_count) = "There is nothing to take back."

      private

      def take_back_answers(step_id, ids)
        kept = Store::UndoChange.where(undo_step_id: step_id, model: "ProposalAnswer").select(:key)
        event("proposals") if Store::ProposalAnswer.standing.where(id: kept, message_id: ids).update_all(deleted_at: now).positive?
      end

      def was_done = Store::Job.where(undo_step_id: step_id).where.not(kind: "undo").pick(:said) || @step.message
    end
  end
end
