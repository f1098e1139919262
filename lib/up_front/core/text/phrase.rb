# frozen_string_literal: true

module UpFront
  module Core
    # A word or phrase to look for as whole words. `*` at a word's end stands for zero or more letters or
    # digits. No regular expression is made of a person's text for searching: every search is a plain one,
    # so nothing that a person writes can make it run away.
    class Phrase
      Word = Struct.new(:text, :open) do
        def to_s = open ? "#{text}*" : text
      end

      MAX_WORDS = 100
      MAX_OPEN_WORDS = 12 # where a `*` stands before the last word, each place in a text costs a step a word

      attr_reader :words

      # @param text [String] as written
      def initialize(text)
        @words = Text.fold(text).scan(/([\p{L}\p{Nd}]+)(\*?)/).map { |word, star| Word.new(word, star == "*").freeze }.freeze
        @head = plain_head.freeze
        @rest = words.drop(1).map { |word| [word.text.b.freeze, word.open] }.freeze
        freeze
      end

      # @return [Boolean] whether it is of more words than can be looked for in good time
      def too_long? = words.size > (plain? ? MAX_WORDS : MAX_OPEN_WORDS)

      def empty? = words.empty?

      # @return [Boolean] whether one plain search decides it (no `*` before the last word)
      def plain? = words[0..-2].none?(&:open)

      # The text whose presence in laid words decides a plain phrase: " loan " or " courier".
      def needle
        " #{words.map(&:text).join(" ")}#{" " unless words.last.open}"
      end

      # @param laid_words [String] from {Text.words}
      def in?(laid_words)
        return laid_words.include?(@head) if plain?

        bytes = laid_words.b # places in bytes are found at once, those in letters by counting
        head = @head.b
        from = 0
        while (at = bytes.index(head, from))
          return true if rest_at?(bytes, at)

          from = at + 1
        end
        false
      end

      # A pattern for explanations only, over one folded text; its repeats are bounded by single classes.
      def pattern
        body = words.map { |word| Regexp.escape(word.text) + (word.open ? "[\\p{L}\\p{Nd}]*" : "") }.join("[^\\p{L}\\p{Nd}]+")
        Regexp.new("(?<![\\p{L}\\p{Nd}])#{body}(?![\\p{L}\\p{Nd}])")
      end

      private

      def plain_head
        return "" if words.empty?
        return needle if plain?

        " #{words.first.text}#{" " unless words.first.open}"
      end

      def rest_at?(bytes, at)
        gap = bytes.index(" ", at + 1)
        @rest.all? do |word, open|
          next false unless bytes.byteslice(gap + 1, word.bytesize) == word

          ending = gap + 1 + word.bytesize
          next false unless open || bytes.getbyte(ending) == 32

          gap = bytes.index(" ", ending)
        end
      end
    end
  end
end
