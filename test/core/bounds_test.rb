# frozen_string_literal: true

require "timeout"
require_relative "../support/core_helper"

# Input made to hurt is refused, or handled, within bounds; what is refused says which limit was met.
class BoundsTest < Minitest::Test
  include CoreHelper

  PATIENCE_SECONDS = 20 # far above what any of them takes, far below what a search that runs away would

  def around(&) = Timeout.timeout(PATIENCE_SECONDS, &)

  def refused(given)
    around { assert_raises(Core::Refused) { given.is_a?(String) ? Core::Rulebook.parse(given) : Core::Rulebook.read(given) }.message }
  end

  def test_what_is_too_much_is_refused_with_its_limit
    assert_match(/at most 5 MB, found 50000008 bytes/, refused("{\"a\":\"#{"x" * 50_000_000}\"}"))
    assert_match(%r{/rules: expected at most 5000 items, found 10000 items}, refused(document(rules: Array.new(10_000) { rule("R#{_1}") })))
    assert_match(/at most 20000 characters, found 100000/,
      refused(document(rules: [rule(when: leaf("subject", "mentions", ["x" * 100_000]))])))
    assert_match(/strict JSON/, refused("[" * 100_000))
    deep = (1..40).reduce({"all" => []}) { |node, _| {"all" => [node]} }
    assert_match(/at most 8 groups/, refused(document(rules: [rule(when: deep)])))
  end

  def test_searches_made_to_be_slow_come_to_an_end
    text = "a á " * 100_000
    [(["a*"] * 11).join(" ") + " b", (["a"] * 99).join(" ") + " b"].each do |phrase|
      book = rulebook(rules: [rule(when: leaf("body", "mentions", [phrase]))])
      around { assert_equal "no_match", Core::ClaimReport.new(book.decide(mail(body: text)), LISBON).to_h["trace"]["rules"][0]["outcome"] }
    end
    assert_match(/at most 100 words/, refused(document(rules: [rule(when: leaf("body", "mentions", ["a* " * 13]))])))
    assert_match(/at most 100 words/, refused(document(rules: [rule(when: leaf("body", "mentions", ["a " * 101]))])))
  end

  def test_signs_that_are_no_letters_are_just_text
    ["a\0b", "\u202e\u0627", "🗺️", "'; --", "\\"].each do |text|
      assert holds?(leaf("subject", "contains", [text]), mail(subject: "x #{text} y")), text.dump
    end
    assert_match(/valid Unicode/, refused(document(rules: [rule("\xff")], owner: OWNER)))
  end
end
