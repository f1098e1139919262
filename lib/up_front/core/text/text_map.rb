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
        @endings = []
        if text.ascii_only?
          text.each_char.with_index { |letter, position| take_plain(letter, position) }
        else
          text.grapheme_clusters.inject(0) { |position, cluster| take(cluster, position) }
        end
      end

      # @param pattern [Regexp] over the folded text @return [String, nil] the original letters found
      def original(pattern)
        place = place(pattern, 0) or return
        @text[letters(place)]
      end

      # @param pattern [Regexp] @return [Array<Range<Integer>>] half-open, where in the original it is found
      def places(pattern)
        found = []
        from = 0
        while (place = place(pattern, from))
          found << letters(place)
          from = place.end
        end
        found
      end

      private

      # @return [Range, nil] half-open, in the folded text
      def place(pattern, from)
        match = pattern.match(@folded, from) or return
        start, ending = match.offset(0)
        start...ending if ending > start
      end

      def letters(place) = @starts[place.begin]...@endings[place.end - 1]

      # Most texts are of ASCII, where each letter stands for itself.
      def take_plain(letter, position)
        letter = Text::ASCII_SPACES.include?(letter) ? " " : letter.downcase
        return if letter == " " && (@folded.empty? || @folded.end_with?(" "))

        @starts << position
        @endings << position + 1
        @folded << letter
      end

      # @return [Integer] where the next cluster starts
      def take(cluster, position)
        following = position + cluster.size
        piece = cluster.match?(/\A[[:space:]]/) ? " " : Text.fold(cluster)
        return following if piece == " " && (@folded.empty? || @folded.end_with?(" "))

        piece.each_char { @starts << position && @endings << following }
        @folded << piece
        following
      end
    end
  end
end
