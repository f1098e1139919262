# frozen_string_literal: true

module UpFront
  module Core
    # What a new edition of house rules has more, otherwise or less than the one that is followed.
    class EditionDifference
      WORDS = {added: "new", changed: "changed", removed: "gone"}.freeze

      # @param before [HouseEdition, nil] nil where none is followed yet @param after [HouseEdition, nil] nil where it is followed no more
      def initialize(before, after)
        @before = before
        @after = after
      end

      # @return [Array<RulebookDifference::Change>] rules first
      def changes
        documents = [@before, @after].map { (_1&.document || {}).slice("rules", *HouseEdition::THINGS) }
        listed = RulebookDifference.new(*documents).changes
        days = [@before, @after].map { _1 ? _1.document.fetch("days_off", []) : [] }
        (days.first == days.last) ? listed : [*listed, RulebookDifference::Change.new(act: :changed, what: "the days off")]
      end

      # @return [Hash{String=>Hash}] by folded name, each rule with its firmness
      def self.rules(edition) = (edition&.document || {}).fetch("rules", []).to_h { [Text.fold(_1["name"]), _1] }

      # @return [String] "two rules new, one changed, one gone"
      def said
        counts = changes.select { _1.what.start_with?("rule ") }.map(&:act).tally.slice(*WORDS.keys)
        return "no rule changes" if counts.empty?

        parts = WORDS.filter_map { |act, word| [counts[act], word] if counts[act] }
        parts.each_with_index.map { |(count, word), at|
          "#{at.zero? ? English.count(count, "rule") : English.count(count, "", "").strip} #{word}"
        }
          .join(", ")
      end
    end
  end
end
