# frozen_string_literal: true

module UpFront
  module Core
    # How text is compared: Unicode NFKC, full case folding, NFD without marks (Mn), each run of white
    # space as one space, trimmed. So `Loan`, `LOAN` and `loán` are one. A missing text is the empty text.
    #
    # Facts of several texts are laid in one string, each text on a line of its own between line feeds.
    # A folded text holds no line feed, so "starts with" is a search for "\nterm" and no search can run
    # from one text into the next. The store keeps these very strings in its columns, and so the matcher
    # and the SQL reader look through the same letters.
    module Text
      WORD = /[\p{L}\p{Nd}]+/
      NOT_WORD = /[^\p{L}\p{Nd}]+/
      SPACE = /[[:space:]]+/

      module_function

      # @param text [String, nil] @return [String] the folded text
      def fold(text)
        return "" if text.nil? || text.empty?

        folded = text.ascii_only? ? text.downcase : fold_unicode(text)
        folded.gsub(SPACE, " ").delete_prefix(" ").delete_suffix(" ")
      end

      # @param texts [Array<String, nil>] @return [String] folded, each between line feeds
      def lay(texts)
        return "\n\n" if texts.empty?

        "\n#{texts.map { fold(_1) }.join("\n")}\n"
      end

      # @param laid [String] from {lay} @return [String] the words alone, each between spaces, the texts
      #   still parted by line feeds: "\n loan 14 ready \n second text \n"
      def words(laid)
        laid.split("\n", -1)[1..-2].to_a.map { |text| " #{text.gsub(NOT_WORD, " ").strip} " }.join("\n").then { "\n#{_1}\n" }
      end

      def fold_unicode(text)
        text.unicode_normalize(:nfkc).downcase(:fold).unicode_normalize(:nfd).gsub(/\p{Mn}+/, "")
      end
      private_class_method :fold_unicode
    end
  end
end
