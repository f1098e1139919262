# frozen_string_literal: true

module UpFront
  module Core
    module Reasoning
      # One thing to look for in a text, and what else is there wherever it is.
      module Terms
        # A phrase of whole words.
        Words = Struct.new(:words) do
          def whole? = false
          def start? = false
          def finish? = false

          # @param other [Words, Letters] @return [Boolean] whether the other is found in every text in which this is
          def implies?(other)
            return words.any? { _1.text.include?(other.needle) } if other.is_a?(Letters)

            run = other.words
            (0..words.size - run.size).any? { |at| run.each_with_index.all? { |word, index| Terms.covers?(words[at + index], word) } }
          end
        end

        # A run of letters, a line feed standing for the edge of the text.
        Letters = Struct.new(:needle) do
          def whole? = start? && finish?
          def start? = needle.start_with?("\n")
          def finish? = needle.end_with?("\n")

          # @param edge [Symbol] start? or finish? @return [Boolean] whether one text can have both at that edge
          def same_edge?(other, edge)
            one, another = [needle, other.needle].map { (edge == :start?) ? _1.delete_suffix("\n") : _1.delete_prefix("\n") }
            (edge == :start?) ? one.start_with?(another) || another.start_with?(one) : one.end_with?(another) || another.end_with?(one)
          end

          def implies?(other)
            return needle.include?(other.needle) if other.is_a?(Letters)

            inner.then { |words| Words.new(words).implies?(other) }
          end

          # The words that are whole whatever stands beside it: not those at an end that is open.
          def inner
            words = Phrase.new(needle.delete("\n")).words.map { Phrase::Word.new(_1.text, false) }
            words = words.drop(1) unless start?
            finish? ? words : words[0...-1].to_a
          end
        end

        module_function

        # @param operand [Types::Text::Mentions, Types::Text::Letters] @return [Array<Words, Letters>] of which one must be there
        def of(operand)
          operand.is_a?(Types::Text::Mentions) ? operand.phrases.map { Words.new(_1.words) } : operand.needles.map { Letters.new(_1) }
        end

        # @return [Boolean] whether every text with this word has the other
        def covers?(word, other) = other.open ? word.text.start_with?(other.text) : !word.open && word.text == other.text
      end
    end
  end
end
