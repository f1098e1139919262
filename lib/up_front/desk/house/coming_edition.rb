# frozen_string_literal: true

module UpFront
  module Desk
    # An edition of house rules before it holds: what it says otherwise than the one that is followed, what it would do to the mail of the
    # last days, and how it stands in a rulebook.
    class ComingEdition
      DAYS = 30

      # @!attribute difference [Core::EditionDifference]
      attr_reader :place, :edition, :former, :difference

      # @param edition [Core::HouseEdition, nil] nil where it shall be followed no more
      def initialize(place, edition, now)
        @place = place
        @edition = edition
        @now = now
        @entry = ChangeHouse.entry(place)
        @former = @entry && Core::HouseEdition.read(@entry["edition"], Core::Check.new)
        @difference = Core::EditionDifference.new(@former, edition)
      end

      # @return [Hash] as the rulebook keeps it
      def entry
        {"place" => place, "since" => @entry&.fetch("since") || @now.getutc.iso8601, "edition" => edition.document,
         "rules_since" => rules_since, **(@entry || {}).slice("on", "off")}
      end

      # @return [Array<Hash>] all that would be followed
      def entries
        others = ChangeHouse.entries
        return others.reject { _1["place"] == place } unless edition

        return [*others, entry] unless @entry

        others.map { (_1["place"] == place) ? entry : _1 }
      end

      # @return [Core::Rulebook] as it would be @raise [Core::Refused]
      def book = @book ||= Store::CurrentRulebook.other(ChangeHouse.document(entries))

      # @return [Array<RulesPreview::Item>] of the last {DAYS} days, what would come otherwise, the newest first
      def different
        @different ||= begin
          rulebook = Store::CurrentRulebook.rulebook
          match_index = Store::MatchIndex.at(@now)
          BooksPreview.new(rulebook, book, match_index).items(match_index.days_bits(DAYS, rulebook.zone, @now))
            .reject { |item| Core::Claim::SUBSTANCE.all? { item.before.public_send(_1) == item.after.public_send(_1) } }
        end
      end

      # @return [String] "two rules new, one gone; 14 messages of the last 30 days would come differently"
      def said
        "#{difference.said}; #{Core::English.count(different.size, "message")} of the last #{DAYS} days would come differently"
      end

      private

      # A rule that reads as before has held since it did.
      def rules_since
        now, before = [edition, former].map { Core::EditionDifference.rules(_1) }
        today = Store::CurrentRulebook.rulebook.zone.date(@now).iso8601
        now.to_h { |name, rule| [name, (rule == before[name] && @entry["rules_since"].to_h[name]) || today] }
      end
    end
  end
end
