# frozen_string_literal: true

module UpFront
  module Core
    # What a person types to find mail: words, each of which may be the beginning of one (a number is whole), and phrases in quotes.
    # Everything else in it is just text that bounds words.
    class SearchText
      MOST_TERMS = 20 # more than anybody types; bounds the question
      PIECES = /"([^"]*)"?|“([^”]*)”?|([^\s"“]+)/
      WORDS = /[\p{L}\p{Nd}]+/

      # @!attribute words [Array<String>] folded @!attribute open [Boolean] whether the last of them may go on
      Term = Struct.new(:words, :open) do
        # As {Phrase} has it: "loan*", "condition report"
        def to_s = "#{words.join(" ")}#{"*" if open}"
      end

      attr_reader :terms

      # @param typed [String]
      def initialize(typed)
        text = typed.to_s.scrub(" ").tr("\u0000", " ")
        @terms = text.scan(PIECES).flat_map { |quoted, curly, plain| terms_of(quoted || curly, plain) }.uniq.first(MOST_TERMS).freeze
        @letters = Text.fold(text)
        freeze
      end

      # @return [Boolean] whether there is anything to look for
      def any? = terms.any? || !@letters.empty?

      # @return [Hash] the same as a condition of a rule or a view; signs without a word are looked for as letters
      def condition
        return {"fact" => "anywhere", "op" => "contains", "value" => [@letters]} if terms.empty?

        {"fact" => "anywhere", "op" => "mentions_all", "value" => terms.map(&:to_s)}
      end

      # @return [Array<Regexp>] over folded text, for marking
      def patterns = terms.map { Phrase.new(_1.to_s).pattern }

      private

      def terms_of(phrase, plain)
        words = Text.fold(phrase || plain).scan(WORDS)
        return [] if words.empty?

        [Term.new(words, phrase.nil? && !words.last.match?(/\A\p{Nd}+\z/))] # 7 is not the beginning of 74
      end
    end
  end
end
