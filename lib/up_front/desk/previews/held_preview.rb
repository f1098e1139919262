# frozen_string_literal: true

module UpFront
  module Desk
    # What would become of what is held if another rulebook were in force. Nothing is changed by asking.
    class HeldPreview
      # @param book [Core::Rulebook] the other
      def initialize(book, now, match_index: Store::MatchIndex.at(now))
        @book = book
        @now = now
        @match_index = match_index
      end

      # @param document [Hash] the same in the file's shape @return [RulesPreview::Held] @raise [Core::Refused]
      def self.under(document, now) = new(Store::CurrentRulebook.other(document), now).held

      # @return [RulesPreview::Held]
      def held
        heads_down = Store::HeadsDown.of(@book.plan, @now)
        dry_run = Core::DryRun.new(@book.rules, @book.zone, Core::Moments.new(@book.plan))
        states = waiting
        fits = RulesPreview.fitting(@match_index, @book, @match_index.bits_of(states.map(&:first)))
        RulesPreview.leave_firm(fits, @book.rules, @match_index, Store::CurrentRulebook.rulebook.pauses)
        agreed = Store::ProposalAnswer.agreed(states.map { |place, _| @match_index.ids[place] })
        outcomes = states.map do |place, at|
          claim = dry_run.claim(fits[place] || [], @match_index.arrivals[place], agreed.fetch(@match_index.ids[place], []))
          RulesPreview.fate(at, claim, @now, heads_down)
        end
        RulesPreview::Held.new(**%i[now later sooner never].to_h { [_1, outcomes.count(_1)] })
      end

      private

      # @return [Array<Array(Integer, Time)>] place and moment of what waits; what the person gave a moment keeps it
      def waiting
        Store::State.held(@now).where(moved_at: nil).pluck(:message_id, :surface_at).filter_map do |id, at|
          [@match_index.place(id), at] if @match_index.place(id)
        end
      end
    end
  end
end
