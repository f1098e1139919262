# frozen_string_literal: true

require_relative "../support/core_helper"

class TextTest < Minitest::Test
  include CoreHelper

  def test_folding_makes_spellings_of_one_word_equal
    ["Loan", "LOAN", "loán", "ｌｏａｎ", " loan\n"].each { assert_equal "loan", Core::Text.fold(_1) }
    assert_equal "strasse", Core::Text.fold("Straße")
    assert_equal "a b", Core::Text.fold("a \t\u00a0 b")
    assert_equal "", Core::Text.fold(nil)
  end

  def test_letters_with_a_stroke_and_ligatures_fold_as_a_person_types_them
    {"Łukasz" => "lukasz", "Ødegård" => "odegard", "ĐORĐE" => "dorde", "Æther" => "aether", "Œuvre" => "oeuvre", "Þór" => "thor",
     "ısı" => "isi", "Ħal" => "hal", "ǿ" => "o"}.each do |text, folded|
      assert_equal folded, Core::Text.fold(text)
    end
    assert_equal "An Łukász!"[3..8], Core::TextMap.new("An Łukász!").original(Core::Phrase.new("lukasz").pattern)
    assert_equal "Æther", Core::TextMap.new("the Æther").original(Core::Phrase.new("aether").pattern)
  end

  LETTERS = ["a", "I", "e\u0301", "\u0301", "İ", "ß", "ŉ", "ﬁ", "K", "²", "½", "Σς", "ǰ", "j\u030c", "<\u0338", "한", "\u1112\u1161",
    "\u00a0", "\u2028", "\u0085", " ", "\t\n", "é", "🗺️", "שָׁ", "ｌ", "Ⅷ", "x", "1", "Ł", "ǿ", "Æ", "đ"].freeze

  # The quick way of folding comes to the same as the definition.
  def test_folding_is_what_it_is_defined_to_be
    random = Random.new(5)
    2_000.times do
      text = Array.new(random.rand(12)) { LETTERS[random.rand(LETTERS.size)] }.join
      defined = text.unicode_normalize(:nfkc).downcase(:fold).unicode_normalize(:nfd).gsub(/\p{Mn}/, "")
        .gsub(Core::Text::STROKES, Core::Text::STROKED).gsub(/[[:space:]]+/, " ").delete_prefix(" ").delete_suffix(" ")
      assert_equal defined, Core::Text.fold(text), text.dump
      assert_equal " #{defined.gsub(/[^\p{L}\p{Nd}]+/, " ").strip} ", Core::Text.words(Core::Text.lay([text])).delete("\n"), text.dump
    end
  end

  def test_words_are_runs_of_letters_and_digits
    assert_equal "\n loan 14 ready \n crate 3 \n", Core::Text.words(Core::Text.lay(["Loan-14, ready!", "crate_3"]))
  end

  PHRASES = [
    ["loan", "a loan.", true], ["loan", "loans", false], ["courier*", "the couriers", true], ["courier*", "courier", true],
    ["courier*", "nocourier", false],
    ["condition report", "Condition  report", true], ["condition report", "condition, report", true],
    ["condition report", "report condition", false],
    ["con* rep*", "the condition reports here", true], ["con* rep*", "condition of report", false], ["c* c* c*", "c c d c c c", true],
    ["zoll*", "Zollpapiere", true], ["grüße", "GRUSSE", true], ["grüße", "gruesse", false], ["grüße", "viele Grüße", true], ["a", "á", true]
  ].freeze

  def test_phrases_are_found_as_whole_words
    PHRASES.each do |phrase, text, expected|
      assert_equal expected, Core::Phrase.new(phrase).in?(Core::Text.words(Core::Text.lay([text]))), "#{phrase} in #{text}"
    end
  end

  def test_a_phrase_does_not_run_from_one_text_into_the_next
    refute Core::Phrase.new("loan ready").in?(Core::Text.words(Core::Text.lay(%w[loan ready])))
  end

  def test_what_was_found_is_shown_as_it_stands
    found = ->(text, phrase) { Core::TextMap.new(text).original(Core::Phrase.new(phrase).pattern) }
    assert_equal "Cóuriers", found.call("The  Cóuriers, and", "courier*")
    assert_equal "LÜBECK  Straße", found.call("von LÜBECK  Straße 3", "lubeck strasse")
    assert_nil found.call("nothing", "courier*")
  end

  def test_addresses_are_compared_by_case_alone_and_domains_in_ascii
    assert_equal address("Ana@B.example").key, address("ana@b.EXAMPLE").key
    refute_equal address("aná@b.example").key, address("ana@b.example").key
    assert_equal "xn--mller-kva.example", address("a@Müller.example").domain
  end

  def test_a_domain_holds_its_subdomains_and_nothing_that_merely_ends_alike
    set = Core::AddressSet.of("@b.example")
    assert_equal [true, true, false, false], %w[a@b.example a@x.y.b.example a@ab.example a@b.example.org].map { set.include?(address(_1)) }
  end
end
