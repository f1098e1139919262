# frozen_string_literal: true

module UpFront
  module Store
    # Writes claims and which rules made them: for mail that arrives, and anew for mail that is here.
    module Claims
      DECIDED = [:surface_at, :round, :held, *Core::Effects.claimed.map(&:field), :proposals, :trace, :revision].freeze
      WRITE = PreparedInsert.new("claims", :message_id, *DECIDED,
        more: "ON CONFLICT (message_id) DO UPDATE SET #{DECIDED.map { "#{_1} = excluded.#{_1}" }.join(", ")}")
      FORGET = PreparedStatement.new("DELETE FROM firings WHERE message_id = ?")
      FIRED = PreparedInsert.new("firings", :message_id, :rule_id, :outcome, more: "ON CONFLICT DO NOTHING")
      SPOKE = %w[matched asks_first].freeze

      module_function

      # @param claim [Core::Claim] with its trace @param at [Time] when it was made @param keep [Hash] columns that stay as they are given
      def write(message_id, claim, revision:, at:, anew: false, keep: {})
        RulebookRevision.keep(revision, at)
        WRITE.call(
          message_id: message_id, surface_at: claim.surface_at, round: claim.round, held: claim.held, **claim.effects,
          proposals: claim.proposals, trace: claim.trace.kept, revision: revision, **keep
        )
        FORGET.call([message_id]) if anew
        claim.trace.told.each do |rule, outcome|
          FIRED.call(message_id: message_id, rule_id: rule.id, outcome: outcome) if rule.id && SPOKE.include?(outcome)
        end
      end
    end
  end
end
