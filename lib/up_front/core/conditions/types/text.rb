# frozen_string_literal: true

module UpFront
  module Core
    module Types
      # Facts whose answer is one or several texts.
      module Text
        OPS = {
          "mentions" => "mentions", "mentions_all" => "mentions all of", "contains" => "contains",
          "is" => "is", "starts_with" => "starts with", "ends_with" => "ends with"
        }.freeze

        MAPPED = 20_000 # characters in which a hit is shown; one further down is not worth the mapping

        # Looks for whole words and phrases.
        class Mentions
          attr_reader :phrases, :all

          def initialize(phrases, all:)
            @phrases = phrases.freeze
            @all = all
            freeze
          end

          def holds?(reading, fact)
            words = reading.words(fact)
            all ? phrases.all? { _1.in?(words) } : phrases.any? { _1.in?(words) }
          end

          def patterns = phrases.map(&:pattern)
        end

        # Looks for a run of letters: anywhere, or at the edges of a text.
        class Letters
          EDGES = {"contains" => ["", ""], "is" => ["\n", "\n"], "starts_with" => ["\n", ""], "ends_with" => ["", "\n"]}.freeze

          attr_reader :needles

          def initialize(op, terms)
            before, after = EDGES.fetch(op)
            @needles = terms.map { "#{before}#{Core::Text.fold(_1)}#{after}".freeze }.freeze
            freeze
          end

          def holds?(reading, fact)
            laid = reading.laid(fact)
            needles.any? { laid.include?(_1) }
          end

          # @return [Array<Regexp>] over one folded text
          def patterns
            needles.map do |needle|
              start = "\\A" if needle.start_with?("\n")
              ending = "\\z" if needle.end_with?("\n")
              Regexp.new("#{start}#{Regexp.escape(needle.delete("\n"))}#{ending}")
            end
          end
        end

        module_function

        extend Type

        def ops = OPS

        # @return [Mentions, Letters, nil]
        def operand(op, value, check, _names)
          before = check.faults.size
          terms = check.list(value, empty: false) { |item, at| term(item, op, at) } or return
          return if check.faults.size > before

          case op
          when "mentions", "mentions_all" then Mentions.new(terms.map { Phrase.new(_1) }, all: op == "mentions_all")
          else Letters.new(op, terms)
          end
        end

        def term(item, op, at)
          text = at.filled(item) or return
          return at.refuse("a word with something to compare", text) if Core::Text.fold(text).empty?
          return text unless op.start_with?("mentions")

          phrase = Phrase.new(text)
          return at.refuse("a word of letters or digits (for other signs use contains)", text) if phrase.empty?

          phrase.too_long? ? at.refuse("at most #{Phrase::MAX_WORDS} words (#{Phrase::MAX_OPEN_WORDS} where * stands before the last)",
            found: "#{phrase.words.size} words") : text
        end

        # @param hit [Boolean] whether the operand holds
        # @return [Array<String>, String] the texts that matched as they stand in the message; else what was there
        def found(operand, reading, fact, hit)
          texts = reading.value(fact).map(&:to_s)
          return texts.reject(&:empty?).map { _1[0, Core::Text::CUT] }.join(" · ")[0, Core::Text::CUT] unless hit

          maps = texts.map { TextMap.new(_1[0, MAPPED]) }
          operand.patterns.filter_map { |pattern| maps.lazy.filter_map { _1.original(pattern) }.first }.uniq
        end

        # @return [Hash] the JSON Schema of a value
        def schema(_op, _schemas) = {"type" => "array", "minItems" => 1, "items" => {"type" => "string", "pattern" => "\\S"}}

        # @return [String] the value in a sentence
        def say(value, op) = English.join(value.map { Quoting.text(_1) }, (op == "mentions_all") ? "and" : "or")
      end
    end
  end
end
