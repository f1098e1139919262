# frozen_string_literal: true

module UpFront
  module Core
    # The signs of the mail filter language (Sieve, RFC 5228, section 2.4 and 8).
    module FilterText
      MOST_LETTERS = 1_000 # of one string that is carried; a server may take no more (RFC 5228, section 2.10.2 asks for as many)

      module_function

      # @return [String] a quoted string
      def quoted(text) = "\"#{text.gsub(/["\\]/) { "\\#{_1}" }}\""

      # @return [String] one string, or several in brackets
      def list(texts) = texts.one? ? quoted(texts.first) : "[#{texts.map { quoted(_1) }.join(", ")}]"

      # @return [String] of a pattern, in which * and ? are letters like others (section 2.7.1)
      def literal(text) = text.gsub(/[*?\\]/) { "\\#{_1}" }

      # @return [String] a text of lines (section 2.4.2, multi-line)
      def lines(text) = "text:\r\n#{text.gsub(/\r?\n/, "\r\n").gsub(/^\./, "..").delete_suffix("\r\n")}\r\n.\r\n"

      # @return [String] a comment to the end of the line (section 2.3)
      def comment(text) = "# #{text.gsub(/\s+/, " ").strip}"
    end
  end
end
