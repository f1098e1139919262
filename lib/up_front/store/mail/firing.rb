# frozen_string_literal: true

module UpFront
  module Store
    # That a rule spoke on a message: outcome is "matched" or "asks_first".
    class Firing < Record
      self.table_name = "firings"
      belongs_to :message

      # @return [Hash{Integer=>Array<Time>}] by rule, when the messages arrived on which it spoke
      def self.arrivals(since:, before:)
        joins(:message).where(messages: {arrived_at: since..before}).pluck(:rule_id, "messages.arrived_at")
          .each_with_object(Hash.new { |all, id| all[id] = [] }) do |(id, at), all|
          all[id] << at
        end
      end

      # It reads all on which these rules ever spoke.
      # @param rule_ids [Array<Integer>] @return [Hash{Integer=>Time}] by rule, the last arrival on which it spoke
      def self.last(rule_ids) = where(rule_id: rule_ids).joins(:message).group(:rule_id).maximum("messages.arrived_at")
    end
  end
end
