# frozen_string_literal: true

module UpFront
  module Desk
    # Keeps what rules and an away notice would send of a message that has just arrived; it is done soon after, by {SendByRules}. To be
    # called in the transaction that takes it in, and nowhere else: nothing is sent by applying, trying or replaying rules.
    class OrderSending < Act
      # @param rulebook [Core::Rulebook] @param id [Integer] of the message @param claim [Core::Claim]
      def call(rulebook, id, claim)
        forward(rulebook, id, claim) if claim.forward.any?
        order(id, "reply", rule(rulebook, claim, "reply"), {"template" => claim.reply}) if claim.reply
        order(id, "away", nil, {}) if Away.current(now)
      end

      private

      # Each address by the rule that names it first.
      def forward(rulebook, id, claim)
        by_rule = claim.forward.group_by { |address| rule(rulebook, claim, "forward") { |said| said.include?(address) } }
        by_rule.each { |rule, addresses| order(id, "forward", rule, {"to" => addresses, "inline" => claim.forward_inline}) }
      end

      # @yield [Object] what it says; whether that is it @return [Integer, nil] the id of the rule
      def rule(rulebook, claim, topic)
        account = claim.trace.to_h["rules"].find do |each|
          each["outcome"] == "matched" && each["said"].key?(topic) && !each["outranked"].key?(topic) &&
            (!block_given? || yield(each["said"][topic]))
        end
        account && rulebook.by_name[account["rule"]]&.id
      end

      def order(id, kind, rule, what) = Store::SendingOrder::ORDER.call(message_id: id, kind: kind, rule_id: rule, what: what, at: now)
    end
  end
end
