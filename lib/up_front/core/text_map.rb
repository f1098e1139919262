# frozen_string_literal: true

module UpFront
  module Core
    # Finds, for a place in a folded text, the letters as they stand in the original. Only explanations
    # need this, so it is built when asked for and never while mail is being decided.
    class TextMap
      def initialize(text)
        @text = text
        @folded = +""
        @starts = []
        text.grapheme_clusters.each_with_object([0]) do |cluster, at|
          take(cluster, at[0])
          at[0] += cluster.size
        end
      end

      # @param pattern [Regexp] over the folded text @return [String, nil] the original letters found
      def original(pattern)
        match = pattern.match(@folded) or return
        from, to = match.offset(0)
        return if to <= from

        last = @starts[to - 1]
        @text[@starts[from]...(last + cluster_size(last))]
      end

      private

      def take(cluster, position)
        piece = cluster.match?(/\A[[:space:]]/) ? " " : Text.fold(cluster)
        return if piece == " " && (@folded.empty? || @folded.end_with?(" "))

        piece.each_char { @starts << position }
        @folded << piece
      end

      def cluster_size(start) = @text[start..].grapheme_clusters.first&.size || 1
    end
  end
end
