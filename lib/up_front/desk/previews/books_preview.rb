# frozen_string_literal: true

module UpFront
  module Desk
    # What another rulebook would make of mail that is here: where more is otherwise than rules, such as who is in a group.
    class BooksPreview
      # @param before [Core::Rulebook] in force @param after [Core::Rulebook]
      def initialize(before, after, match_index)
        @before = before
        @after = after
        @match_index = match_index
      end

      # @param within [Integer] bits of the messages to look at
      # @return [Array<RulesPreview::Item>] all of them, the newest first
      def items(within)
        claims = [@before, @after].map { |book| claims(book, within) }
        @match_index.places_of(within).map { |place|
          RulesPreview::Item.new(id: @match_index.ids[place], arrived_at: @match_index.arrivals[place], before: claims[0][place],
            after: claims[1][place])
        }.sort_by { -_1.arrived_at.to_f }
      end

      private

      # @return [Hash{Integer=>Core::Claim}] by place
      def claims(book, within)
        dry_run = Core::DryRun.new(book.rules, book.zone, Core::Moments.new(book.plan))
        fits = RulesPreview.fitting(@match_index, book, within)
        agreed = book.rules.any?(&:ask_first) ? Store::ProposalAnswer.all_agreed : {}
        @match_index.places_of(within).to_h do |place|
          [place, dry_run.claim(fits[place] || [], @match_index.arrivals[place], agreed.fetch(@match_index.ids[place], []))]
        end
      end
    end
  end
end
