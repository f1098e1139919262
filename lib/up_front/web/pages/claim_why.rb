# frozen_string_literal: true

module UpFront
  module Web
    module Pages
      # Why a rulebook decides a message so, where nothing was done by hand.
      class ClaimWhy
        # @param rulebook [Core::Rulebook] in force, of which rules are linked to
        def initialize(rulebook, now)
          @time_format = Core::TimeFormat.new(rulebook.zone, now)
          @now = now
          @ids = rulebook.rules.to_h { [_1.name, _1.id] }
        end

        # @param claim [Core::Claim] @param wording [Core::AlertWording] of its message
        # @return [Hash] the summary, and its lines in order
        def of(claim, wording)
          state = {came: "arrived", surface_at: claim.surface_at, surfaced: claim.surface_at&.<=(@now)}
          told = {priority: claim.priority, labels: claim.labels, surface_at: claim.surface_at, held: claim.held, round: claim.round,
                  arrived_at: claim.arrived_at, trace: claim.trace.kept}
          account = Core::Why.new(told, state, @time_format, wording: wording)
          {summary: account.summary, lines: account.lines.map { _1.to_h.merge(rule_id: @ids[_1.rule]) }}
        end
      end
    end
  end
end
