# frozen_string_literal: true

module UpFront
  module Store
    # What the person answered to what a rule that asks first had proposed of a message: "done" or "left".
    class ProposalAnswer < Record
      ANSWERS = %w[done left].freeze

      self.table_name = "proposal_answers"

      scope :standing, -> { where(deleted_at: nil) }

      # @param ids [Array<Integer>] of messages @return [Hash{Integer=>Array<Integer>}] the rules to which the person said yes
      def self.agreed(ids) = all_agreed(standing.where(message_id: ids))

      # @return [Hash{Integer=>Array<Integer>}] the same of all messages
      def self.all_agreed(among = standing)
        among.where(answer: "done").distinct.order(:rule_id).pluck(:message_id, :rule_id).group_by(&:first)
          .transform_values { |rows| rows.map(&:last) }
      end
    end
  end
end
