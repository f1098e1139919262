# frozen_string_literal: true

module UpFront
  module Store
    # A claim as it was before an act put another in its place, for taking that act back.
    class FormerClaim < Record
      self.table_name = "former_claims"
      KEEP = PreparedInsert.new("former_claims", :undo_step_id, :message_id, :claim, :firings)

      # @param ids [Array<Integer>] of messages
      def self.keep(undo_step_id, ids)
        fired = Firing.where(message_id: ids).pluck(:message_id, :rule_id, :outcome).group_by(&:first)
        Claim.where(message_id: ids).each do |claim|
          KEEP.call(undo_step_id: undo_step_id, message_id: claim.message_id, claim: claim.attributes.except("message_id"),
            firings: fired.fetch(claim.message_id, []).map { _1.drop(1) })
        end
      end

      # Puts the claims of a step back. @param ids [Array<Integer>] of messages
      def self.restore(undo_step_id, ids)
        ids.each_slice(500) { |some| where(undo_step_id: undo_step_id, message_id: some).to_a.each(&:put_back) }
      end

      def put_back
        kept = claim.slice(*Claim.column_names)
        Claim.where(message_id: message_id).update_all(Claim.new(kept).attributes.slice(*kept.keys))
        Firing.where(message_id: message_id).delete_all
        firings.each { |rule_id, outcome| Claims::FIRED.call(message_id: message_id, rule_id: rule_id, outcome: outcome) }
      end
    end
  end
end
