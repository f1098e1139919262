# frozen_string_literal: true

module UpFront
  module Web
    module Pages
      # Why a message comes as it does, by each of two rulebooks. Heads-down and what was done by hand play no part.
      class BothWhys
        # @param sides [Array(Hash, Hash)] see {Desk::ReplaySides#book} @param id [Integer] of the message @raise [Desk::Act::Impossible]
        def initialize(rulebook, now, sides, id)
          @rulebook = rulebook
          @now = now
          @books = sides.map { Desk::ReplaySides.new(rulebook).book(_1) }
          @message = Store::Message.find_by(id: id) or raise Desk::Act::Impossible.gone("message")
          @ids = rulebook.rules.to_h { [_1.name, _1.id] }
        end

        def to_h
          message = @message.to_core
          {whys: @books.map { why(_1.decide(message)) }}
        end

        private

        def why(claim)
          state = {came: "arrived", surface_at: claim.surface_at, surfaced: claim.surface_at&.<=(@now)}
          told = {priority: claim.priority, labels: claim.labels, surface_at: claim.surface_at, held: claim.held, round: claim.round,
                  arrived_at: claim.arrived_at, trace: claim.trace.kept}
          account = Core::Why.new(told, state, Core::TimeFormat.new(@rulebook.zone, @now),
            wording: Core::AlertWording.of(@message, @rulebook.zone))
          {summary: account.summary, lines: account.lines.map { _1.to_h.merge(rule_id: @ids[_1.rule]) }}
        end
      end
    end
  end
end
