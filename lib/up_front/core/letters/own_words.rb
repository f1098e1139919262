# frozen_string_literal: true

module UpFront
  module Core
    # What the writer of a letter wrote: without what is quoted, handed on, or signed with.
    module OwnWords
      MOST = 20_000 # characters that are looked at: more is no letter
      QUOTE = /\A\s*>/
      SIGNATURE = /\A-- ?\z/ # RFC 3676, section 4.3
      # What programs write over what they quote or hand on, in English, German, Portuguese.
      HEAD = /\A\s*(?:-{2,}.*(?:message|forwarded|handed\ on|nachricht|weitergeleitet|mensagem|reencaminhad).*|
        on\b.{4,120}\bwrote:|am\b.{4,120}\bschrieb\b.*:|(?:em|no\ dia|a)\b.{4,120}\bescreveu:)\s*\z/xi

      module_function

      # @param text [String] of a letter, plain @return [String]
      def of(text)
        lines = text[0, MOST].lines(chomp: true).take_while { |line| !line.match?(SIGNATURE) && !line.match?(HEAD) }
        lines.reject { _1.match?(QUOTE) }.join("\n")
      end

      ENDS = /(?<=[.!?…]|[.!?…]["”“»])\s+|\n\s*\n|\n(?=\s*[-*•]\s)|\n(?=[\p{Lu}“"])/
      MOST_SENTENCES = 200
      LONGEST = 400 # characters of a sentence; what is longer is looked at so far
      ABBREVIATED = /(?:\b(?:Mr|Mrs|Ms|Dr|St|No|Nr|Sr|Sra|Dra|Prof|ca|bzw|z\. ?B|e\.g|i\.e|seg|ter|qua|qui|sex|mar|abr)|\b\d{1,2})\.\z/i

      # @param text [String] @return [Array<String>] its sentences, on one line each
      def sentences(text)
        parts = text.split(ENDS, MOST_SENTENCES + 1).first(MOST_SENTENCES)
        joined = parts.each_with_object([]) do |part, found|
          (found.any? && found.last.match?(ABBREVIATED)) ? found.last.concat(" ", part) : found << part.dup
        end
        joined.map { _1[0, LONGEST].gsub(/\s+/, " ").strip }.reject(&:empty?)
      end
    end
  end
end
