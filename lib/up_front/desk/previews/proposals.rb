# frozen_string_literal: true

module UpFront
  module Desk
    # What rules that ask first propose and the person has not answered. A proposal goes with its message when that is cleared or
    # discarded, and by itself after {days}.
    class Proposals
      KEEP = "proposal_days"
      DEFAULT = 14
      ENOUGH = 10 # answers after which a rule says how often it was right
      RIGHT = 0.9

      # @param rulebook [Core::Rulebook] in force
      def initialize(rulebook, now)
        @asking = rulebook.rules.select { _1.ask_first && _1.enabled }
        @since = now - Proposals.days * 86_400
      end

      # @return [Integer] after which a proposal goes by itself
      def self.days = (Store::Setting[KEEP] || DEFAULT).to_i

      # @return [Array<Core::Rule>] those that ask first, in order
      attr_reader :asking

      # @param rule_id [Integer, nil] of one rule @return [Integer]
      def count(rule_id = nil) = asking.empty? ? 0 : unanswered(rule_id).count

      # @return [Hash{Integer=>Array<Integer>}] the messages by rule, the newest first
      def by_rule
        unanswered.order("messages.arrived_at DESC, messages.id DESC").pluck(:rule_id, :message_id).group_by(&:first)
          .transform_values { |rows| rows.map(&:last) }
      end

      # @return [Array<Integer>] the messages of a rule
      def of(rule_id) = unanswered(rule_id).order("messages.arrived_at DESC, messages.id DESC").pluck(:message_id)

      # @return [Array<Core::Rule>] those that propose something of a message, in order
      def on(message_id)
        return [] if asking.empty?

        ids = unanswered.where(message_id: message_id).pluck(:rule_id)
        asking.select { ids.include?(_1.id) }
      end

      # @return [Array(Integer, Integer)] how often what the rule proposed was done, of how many answers
      def self.record(rule_id)
        answers = Store::ProposalAnswer.standing.where(rule_id: rule_id).group(:answer).count
        [answers.fetch("done", 0), answers.values.sum]
      end

      # @return [Boolean] whether so much was right that it need not ask any more
      def self.trusted?(done, all) = all >= ENOUGH && done >= RIGHT * all

      private

      UNANSWERED = "NOT EXISTS (SELECT 1 FROM proposal_answers WHERE proposal_answers.message_id = firings.message_id " \
        "AND proposal_answers.rule_id = firings.rule_id AND proposal_answers.deleted_at IS NULL)"
      private_constant :UNANSWERED

      def unanswered(rule_id = nil)
        Store::Firing.joins(:message).joins("JOIN states ON states.message_id = firings.message_id")
          .where(outcome: "asks_first", rule_id: asking.map(&:id) & [rule_id || asking.map(&:id)].flatten)
          .where(messages: {arrived_at: @since..}, states: {cleared_at: nil, discarded_at: nil}).where(UNANSWERED)
      end
    end
  end
end
