# frozen_string_literal: true

module UpFront
  module Desk
    # Writes the sender of a message into a rule's exceptions, and leaves what it proposes of them.
    class NeverForSender < ChangeRulebook
      # @param rule [Core::Rule] @param sender [String] an address @return [Hash] the rule's body with that exception
      def self.body(rule, sender)
        body = rule.to_h
        excepted = body["unless"]
        members = if excepted.nil?
          []
        else
          ((excepted.keys == ["any"]) ? excepted["any"] : [excepted])
        end
        place = members.index { |each| each.values_at("fact", "op") == %w[from is] && !each["not"] }
        among = place ? members[place]["value"] : []
        leaf = {"fact" => "from", "op" => "is", "value" => among | [sender]}
        body.merge("unless" => {"any" => place ? members.dup.tap { _1[place] = leaf } : [*members, leaf]})
      end

      # @param rule_id [Integer] @param message_id [Integer] @return [Done] @raise [Impossible, Core::Refused]
      def call(rule_id, message_id)
        transaction do
          rule = Store::CurrentRulebook.rulebook.rules.find { _1.id == rule_id } or raise Impossible.gone("rule")
          raise Impossible.new("“#{rule.name}” is a house rule; switch it off under House rules, or leave it.", status: 409) if rule.house

          sender = self.class.sender(message_id)
          done = SaveRule.new(clock).call(self.class.body(rule, sender), id: rule_id)
          theirs = Store::Message.where(sender_key: sender, id: Proposals.new(Store::CurrentRulebook.rulebook, now).of(rule_id)).ids
          rows = theirs.map do |id|
            trail(Store::ProposalAnswer.create!(message_id: id, rule_id: rule_id, answer: "left", at: now), before: {"deleted_at" => now})
          end
          Store::UndoStep.add(done.undo_id, "ProposalAnswer", rows)
          event("proposals")
          done.message = "“#{rule.name}” never asks about #{sender} again."
          done
        end
      end

      # @return [String] @raise [Impossible]
      def self.sender(message_id)
        message = Store::Message.find_by(id: message_id) or raise Impossible.new("That message is not here.", status: 404)
        message.sender_key or raise Impossible, "That message names no sender."
      end
    end
  end
end
