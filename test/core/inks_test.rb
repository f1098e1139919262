# frozen_string_literal: true

require_relative "../support/core_helper"

# Inks stay readable whatever their colour; the words that rules look for are marked where they stand.
class InksTest < Minitest::Test
  include CoreHelper

  def colour(text) = Core::Colour.parse(text)

  def test_contrast_is_that_of_the_standard
    assert_in_delta 21, colour("#000000").contrast(colour("#FFFFFF")), 0.001
    assert_in_delta 4.54, colour("#767676").contrast(colour("#FFFFFF")), 0.01
    assert_in_delta 1, colour("#123456").contrast(colour("#123456")), 0.001
  end

  def test_any_ink_can_be_read_in_both_schemes
    random = Random.new(3)
    300.times do
      hex = -> { format("#%06X", random.rand(0x1000000)) }
      thing = {"name" => "x", "colour" => hex.call, "tint" => (hex.call if random.rand(2).zero?)}
      Core::Ink.new(thing).style.slice(:light, :dark).each do |scheme, shown|
        given = Core::Ink::SCHEMES.fetch(scheme.to_s)
        grounds = [*given.grounds, *shown[:tint]&.then { colour(_1) }]
        assert colour(shown[:colour]).readable?(grounds), "#{thing} in the #{scheme} scheme: #{shown}"
        assert given.soft.readable?([colour(shown[:tint])]), "#{thing}: quieter text on #{shown[:tint]}" if shown[:tint]
      end
    end
  end

  def test_what_reads_is_left_alone_and_what_does_not_is_said
    copper = Core::Ink.new({"name" => "Copper", "colour" => "#9A4A12", "mark" => true})
    assert_equal ["#9A4A12", nil, "normal", "upright", 0, true],
      [*copper.style[:light].values_at(:colour, :tint), *copper.style.values_at(:weight, :slant, :size, :mark)]
    assert_equal 1, copper.corrections.size
    assert_match(/\AIn the dark scheme #9A4A12 would be hard to read \(1\.9 to 1\); it is shown as #[0-9A-F]{6}\.\z/, copper.corrections[0])
  end

  def marks(rule, text, in_force: rule)
    trace = rulebook(rules: [rule]).decide(mail(subject: text)).trace.to_h
    Core::Marking.of(trace, in_force ? rulebook(rules: [in_force]).by_name : {}).pieces(text).select(&:last).map(&:first)
  end

  def about(op, *value, **more) = {"fact" => "subject", "op" => op, "value" => value}.merge(more.transform_keys(&:to_s))

  def test_words_of_the_rules_that_matched_are_marked_as_they_stand
    loan = rule("A", when: {"all" => [about("mentions", "loan*", "the border"),
      {"any" => [about("contains", "crate"), about("mentions", "nothing")]}]}, then: {"mark_words" => ["papers"]})
    assert_equal ["The  Border", "LOÁNS", "Crate", "papers"], marks(loan, "The  Border: LOÁNS for Crates, papers")
    assert_empty marks(rule("A", when: about("mentions", "loan", not: true)), "A border"), "what must not be there cannot be marked"
    assert_empty marks(rule("A", when: about("starts_with", "to do")), "to do: ring")
    assert_empty marks(loan, "Nothing of that kind")
  end

  def test_of_a_rule_that_is_gone_the_evidence_tells
    assert_equal %w[Loans], marks(rule("A", when: about("mentions", "loan*", "crate")), "Loans, and more", in_force: nil)
  end

  def test_pieces_make_the_text_again
    marking = Core::Marking.new(%w[loan ан* 本].map { Core::Phrase.new(_1).pattern })
    ["", "loan", " loan  loan ", "e\u0301 loán ß анна", "日本 loan👩‍👩‍👧 loan"].each do |text|
      assert_equal text, marking.pieces(text).map(&:first).join
    end
  end
end
