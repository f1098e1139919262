# frozen_string_literal: true

module UpFront
  module Core
    # How text is compared: Unicode NFKC, full case folding, NFD without marks (Mn), Latin letters with a stroke and
    # ligatures as a person types them, each run of white space as one space, trimmed. So `Loan`, `LOAN` and `loán` are
    # one, and `lukasz` finds Łukasz. A missing text is the empty text.
    #
    # Facts of several texts are laid in one string, each text on a line of its own between line feeds.
    # A folded text holds no line feed, so "starts with" is a search for "\nterm" and no search can run
    # from one text into the next. The store keeps these very strings in its columns, and so the matcher
    # and the SQL reader look through the same letters.
    module Text
      NOT_WORD = /[^\p{L}\p{Nd}]+/
      NOT_WORD_ASCII = "\x00-\x2f\x3a-\x60\x7b-\x7f" # a folded text holds no capitals
      BEYOND_ASCII = /[^\x00-\x7f]+/
      SPACES = "\t\n\v\f\r\u0085\u1680\u2028\u2029" # those that NFKC leaves; it makes the others a plain space
      ASCII_SPACES = "\t\n\v\f\r"
      CUT = 200 # letters of a text that an explanation shows
      # Letters that Unicode does not take apart, as CLDR's Latin-ASCII transliteration has them.
      STROKED = JSON.parse(File.read(File.join(__dir__, "strokes.json"))).freeze # the pages fold by it too
      STROKES = Regexp.union(STROKED.keys)
      WAY = 2 # of folding; kept texts are folded anew when it changes
      REMEMBERED = 5_000
      MANY_MARKS = /(\p{M}{30})\p{M}++/ # on one letter: as many as are kept apart for normalising (UAX #15, section 13)
      LONGEST_REMEMBERED = 40

      module_function

      # @param text [String, nil] @return [String] the folded text
      def fold(text)
        return "" if text.nil? || text.empty?

        text = text.scrub unless text.valid_encoding?
        folded = text.ascii_only? ? text.downcase.tr(ASCII_SPACES, " ") : fold_unicode(text)
        folded.squeeze(" ").delete_prefix(" ").delete_suffix(" ")
      end

      SORT_WAY = 1 # of sorting; what is kept to be sorted by is made anew when it changes

      # By which names and subjects are sorted: letters with a stroke come after the plain one, as the languages that have them
      # sort them (and Unicode Technical Standard 10 where nothing is said): Ł after all of L.
      # @param text [String, nil] @return [String]
      def sort_key(text)
        return fold(text) if text.nil? || text.ascii_only?

        fold(text.scrub.unicode_normalize(:nfkc).downcase(:fold).gsub(STROKES) { "#{STROKED.fetch(_1)}~" })
      end

      # @param texts [Array<String, nil>] @return [String] folded, each between line feeds
      def lay(texts)
        return "\n\n" if texts.empty?

        "\n#{texts.map { fold(_1) }.join("\n")}\n"
      end

      # @param laid [String] from {lay} @return [String] the words alone, each between spaces, the texts
      #   still parted by line feeds: "\n loan 14 ready \n second text \n"
      def words(laid)
        laid.split("\n", -1)[1..-2].to_a.map { |text| " #{parted(text).strip} " }.join("\n").then { "\n#{_1}\n" }
      end

      # Letters and digits of a folded text, with a space for each run of anything else.
      def parted(text)
        words = text.tr(NOT_WORD_ASCII, " ")
        words = words.gsub(BEYOND_ASCII) { |run| run.gsub(NOT_WORD, " ") } unless words.ascii_only?
        words.squeeze(" ")
      end

      # Normalising is slow, and most of a text is ASCII, for which lower case is all there is to do. Marks
      # that combine with an ASCII letter are dropped in the end whichever way they are taken.
      def fold_unicode(text) = text.downcase(:ascii).gsub(BEYOND_ASCII) { |run| fold_run(run) }.tr(SPACES, " ")

      # The same few runs (a dash, an é) come again and again.
      def fold_run(run)
        return fold_letters(run) if run.size > LONGEST_REMEMBERED

        @runs = {} if @runs.nil? || @runs.size > REMEMBERED
        @runs[run] ||= fold_letters(run).freeze
      end

      def fold_letters(text)
        text.gsub(MANY_MARKS, "\\1").unicode_normalize(:nfkc).downcase(:fold).unicode_normalize(:nfd)
          .gsub(/\p{Mn}+/, "").gsub(STROKES, STROKED)
      end
      private_class_method :parted, :fold_unicode, :fold_run, :fold_letters
    end
  end
end
