# frozen_string_literal: true

require "did_you_mean"

module UpFront
  module Core
    module Language
      # A text that the language cannot read: where it stopped making sense, what was expected there, and the
      # nearest right word.
      class Misread < StandardError
        FEW = 6
        MIXED = "say with brackets which conditions belong together, since “and” and “or” are mixed"
        CUT = 40
        KINDS_FIRST = 3 # beyond so many phrases of one kind, the kind says more than the list

        # @!attribute from [Integer] the place of the word in the text, in letters @!attribute length [Integer] of the word
        # @!attribute line [Integer] from 1 @!attribute column [Integer] from 1
        Place = Struct.new(:from, :length, :line, :column)

        attr_reader :place, :found, :expected, :nearest

        # @param text [String] @param byte [Integer] where it stopped @param atoms [Array<Word, Token>] what could stand there
        def self.at(text, byte, atoms)
          before = text.byteslice(0, byte)
          rest = text.byteslice(byte..)
          found = rest[/\A\s*([\p{L}\p{Nd}@.*_-]+|\S)/, 1].to_s
          new(place(before, rest, found), found, atoms, rest)
        end

        def self.too_long(text) = whole("the text has #{text.size} letters; at most #{MAX_TEXT} can be read as one rule")
        def self.too_deep = whole("more than #{MAX_BRACKETS} brackets stand inside one another")
        def self.said_twice(topic) = whole("#{topic.tr("_", " ")} is said twice; a rule says a thing once")
        def self.whole(message) = new(Place.new(0, 0, 1, 1).freeze, "", [], "", message: message)

        def self.place(before, rest, found)
          before += rest[/\A\s*/]
          line = before.count("\n") + 1
          Place.new(before.size, found.size, line, before.size - (before.rindex("\n") || -1)).freeze
        end
        private_class_method :place, :whole

        # @param message [String, nil] what is wrong with the whole of it, where no one word is to blame
        def initialize(place, found, atoms, rest, message: nil)
          @place = place
          @found = found[0, CUT]
          @nearest = found.empty? ? nil : nearest_to(rest.lstrip, atoms)
          @expected = expectations(atoms)
          super(message || "line #{place.line}, column #{place.column}: #{told}")
        end

        # @param before [String] what stands before the text in a longer one @return [Misread] with its place there
        def moved(before)
          moved = Place.new(place.from + before.size, place.length, place.line + before.count("\n"), place.column)
          dup.tap { _1.move_to(moved, told) }
        end

        # @param nearest [Boolean] whether the nearest word is told too @return [String] what is wrong, without the place
        def told(nearest: true)
          return message if place.length.zero? && expected.empty?
          return "“#{found}” cannot follow as it is: #{MIXED}" if mixed?

          text = found.empty? ? "the text ends, and " : "“#{found}” cannot stand here; "
          expecting = expected.any? ? "expected #{English.join(expected, "or")}" : "something is missing before it"
          "#{text}#{expecting}#{". Did you mean “#{self.nearest}”?" if nearest && self.nearest}"
        end

        # @return [Boolean] whether “and” and “or” stand side by side without brackets
        def mixed? = %w[and or].include?(found.downcase) && expected.include?("“:”")

        def message = @moved || super

        protected

        def move_to(place, text)
          @place = place
          @moved = "line #{place.line}, column #{place.column}: #{text}"
        end

        private

        def nearest_to(rest, atoms)
          words = atoms.grep(Word).map(&:expects).uniq.grep(/\p{L}/)
          close = words.map { |phrase| [phrase, distance(phrase, rest)] }.select { |phrase, far| far <= limit(phrase) }
          close.min_by(&:last)&.first
        end

        # The phrase is held against as many words of the text as it has itself.
        def distance(phrase, rest)
          count = phrase.split.size
          written = rest[0, 4 * phrase.size].to_s.split(/\s+/).first(count).join(" ").sub(/[,.:;)]+\z/, "")
          DidYouMean::Levenshtein.distance(written.downcase, phrase.downcase)
        end

        def limit(phrase) = [(phrase.size / 3.0).ceil, 1].max

        def expectations(atoms)
          kinds = atoms.group_by(&:kind)
          kinds.flat_map { |kind, of|
            if of.size > KINDS_FIRST && kind
              [kind]
            else
              of.map { _1.is_a?(Word) ? "“#{_1.expects}”" : _1.expects }
            end
          }.uniq(&:downcase).first(FEW)
        end
      end
    end
  end
end
