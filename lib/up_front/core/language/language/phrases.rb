# frozen_string_literal: true

module UpFront
  module Core
    module Language
      # The small pieces that the grammar is put together from.
      module Phrases
        GAP = Token.new(/\s+/)
        MAYBE_GAP = GAP.maybe

        module_function

        # A fixed phrase, its words parted by any white space.
        # @param kind [String, nil] what the phrase is, where many could stand
        def say(phrase, kind = nil)
          words = phrase.split(" ")
          words.each_index.map { |at| Word.new(words[at], words.drop(at).join(" "), kind) }.reduce { |all, word| all >> GAP >> word }
        end

        # A sign that stands close to what is before it.
        def sign(text) = MAYBE_GAP >> Word.new(text, text, nil)

        # Phrases that each stand for a value, the longest first, so that none hides another.
        # @param phrases [Hash{Object=>String}] value to phrase
        def one_of(phrases, kind = nil)
          phrases.sort_by { |_, phrase| -phrase.size }.map { |value, phrase| means(say(phrase, kind)) { value } }.reduce(:|)
        end

        def means(inner, &) = Meaning.new(inner, &)

        # @return what the parts gave, merged
        def then_(*parts) = parts.reduce { |all, part| all >> GAP >> part }

        COMMA = MAYBE_GAP >> Word.new(",", ",", nil) >> GAP
        OR = GAP >> say("or") >> GAP
        AND = GAP >> say("and") >> GAP

        QUOTED = Token.new(/“(?:[^\\”]|\\.)*”|"(?:[^\\"]|\\.)*"/m, "a text in quotes") { Quoting.plain(_1[1..-2]) }
        NAME = Token.new(/#{Quoting::NAME}(?![\p{L}\p{Nd}])/, "a name with a capital letter") { _1 } | QUOTED
        ADDRESS = Token.new(Quoting::ADDRESS, "an address") { _1 } | QUOTED
        DOMAIN = Token.new(Quoting::DOMAIN, "a domain") { _1 } | QUOTED
        HEADER = Token.new(Quoting::HEADER, "a header's name") { _1 } | QUOTED
        NUMBER = Token.new(/\d+(?:\.\d+)?(?:e[+-]?\d+)?/i, "a number") { _1.match?(/\A\d+\z/) ? _1.to_i : _1.to_f }
        WHOLE = Token.new(/\d+/, "a whole number") { _1.to_i }
        DATE = Token.new(/\d{4}-\d\d-\d\d/, "a date as YYYY-MM-DD") { _1 }
        TIME = Token.new(/\d\d:\d\d/, "a time as HH:MM") { _1 }
        UNITS = Duration::UNITS.values.flat_map { |unit| [[unit, "#{unit}s"], [unit, unit]] }
        UNIT = UNITS.map { |unit, word| means(say(word, "a unit of time")) { unit } }.reduce(:|)
        SPAN = Token.new(/\d+/, "a number") { _1 }.as(:number) >> GAP >> UNIT.as(:unit)
        DURATION = means(Joined.new(means(SPAN) { _1.values_at(:number, :unit) }, AND, nil)) { Duration.write(_1[:items]) }
        DAY = one_of(Weekdays::NAMES, "a day of the week")

        # @return [Parslet::Atoms::Base] giving a list
        def several(item, last = OR) = means(Joined.new(item, COMMA, last)) { _1[:items] }
      end
    end
  end
end
