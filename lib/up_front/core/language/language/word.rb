# frozen_string_literal: true

module UpFront
  module Core
    module Language
      # One word of the language, whole: "is" is not the beginning of "island". Knows what follows it in its
      # phrase, so that a misreading can say what was expected there.
      class Word < Parslet::Atoms::Str
        attr_reader :expects, :kind

        # @param expects [String] this word with the rest of its phrase @param kind [String] what the phrase is: "a condition"
        def initialize(word, expects, kind)
          super(word)
          @expects = expects.freeze
          @kind = kind
          @whole = /#{Regexp.escape(word)}#{"(?![\\p{L}\\p{Nd}])" if word.match?(/[\p{L}\p{Nd}]\z/)}/
        end

        def try(source, context, _consume_all)
          return context.err(self, source, expects) unless source.matches?(@whole)

          source.bytepos += str.bytesize
          succ(nil)
        end
      end
    end
  end
end
