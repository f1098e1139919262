# frozen_string_literal: true

module UpFront
  module Web
    module Pages
      # What rules that ask first propose, by rule, each message with what would happen to it.
      class Proposals
        MOST_ROWS = 50 # of a rule; the others come up as these are answered

        def initialize(rulebook, now)
          @rulebook = rulebook
          @now = now
          @time_format = Core::TimeFormat.new(rulebook.zone, now)
          @proposals = Desk::Proposals.new(rulebook, now)
        end

        def to_h
          open = @proposals.by_rule
          rules = @proposals.asking.select { open.key?(_1.id) }
          count = open.values.sum(&:size)
          {lead: lead(count, rules.size), days: Desk::Proposals.days, count: count, rules: rules.map { group(_1, open.fetch(_1.id)) },
           quiet: (@proposals.asking - rules).map { {id: _1.id, name: _1.name, **record(_1)} }}
        end

        # @return [Array<Hash>] what is proposed of one message, by rule: its id, its name, and what would change
        def on(message_id)
          @proposals.on(message_id).map { |rule| {id: rule.id, name: rule.name, changes: rows(rule, [message_id]).first[:changes]} }
        end

        # @param rule_id [Integer] @param message_id [Integer] @return [Hash] the rule with an exception for its sender, before it is saved
        def never(rule_id, message_id)
          rule = @rulebook.rules.find { _1.id == rule_id } or raise Desk::Act::Impossible.gone("rule")
          sender = Desk::NeverForSender.sender(message_id)
          written = Core::Rule.read(Desk::NeverForSender.body(rule, sender), Core::Check.new, @rulebook.names)
          {sender: sender, sentence: Core::Sentence.told(written)}
        end

        private

        def lead(count, rules)
          return "No rule asks anything of you." if count.zero?

          "#{Core::English.sentence(Core::English.count(count, "message"))} #{(count == 1) ? "waits" : "wait"} for your word" \
            "#{", by #{Core::English.count(rules, "rule")}" if rules > 1}."
        end

        def group(rule, ids)
          {id: rule.id, version: Store::Rule.where(id: rule.id).pick(:version), name: rule.name, sentence: Core::Sentence.told(rule),
           body: rule.to_h, count: ids.size, **record(rule), messages: rows(rule, ids.first(MOST_ROWS))}
        end

        # How often it was right.
        def record(rule)
          done, all = Desk::Proposals.record(rule.id)
          {answered: all, done: done, trusted: Desk::Proposals.trusted?(done, all)}
        end

        def rows(rule, ids)
          messages = Store::Message.to_core(ids)
          shown = PreviewRow.messages(ids)
          agreed = Store::ProposalAnswer.agreed(ids)
          ids.map do |id|
            message = messages.fetch(id)
            before, after = [[], [rule.id]].map { |more| @rulebook.decide(message, agreed: agreed.fetch(id, []) + more) }
            changes = Core::ClaimDifference.new(before, after, @time_format).changes
            {id: id, sender: shown.fetch(id).sender_name, address: shown.fetch(id).sender_key, subject: shown.fetch(id).subject,
             when: @time_format.moment(message.arrived_at), changes: changes.map(&:to_h)}
          end
        end
      end
    end
  end
end
