# frozen_string_literal: true

module UpFront
  module Core
    # The words of a subject that tell what it is about, for beginning a rule with them.
    module TellingWords
      EMPTY = %w[
        about after again also and any are ask been before but can could did for from had has have her here his how into its just
        more need needs new news not now off one only our out over own
        per please re fwd fw aw sv question some than that the their them then
        there these they this those today tomorrow two update until very was week were what when where which while who why will with
        would you your yesterday monday tuesday wednesday thursday friday saturday sunday january february march april may june july
        august september october november december
      ].to_set.freeze
      MOST = 6

      # @param subject [String] @return [Array<String>] as written there, without doubles
      def self.of(subject)
        words = subject.scan(/\p{L}[\p{L}\p{M}\p{Nd}]*/)
        words.select { |word| Text.fold(word).then { _1.size >= 3 && !EMPTY.include?(_1) } }.uniq { Text.fold(_1) }.first(MOST)
      end
    end
  end
end
