# frozen_string_literal: true

require_relative "../support/core_helper"
require_relative "../support/random_rules"

# What is written nearly right is mended by one click: every repair that is offered is heard, and says what was meant.
class RepairsTest < Minitest::Test
  include CoreHelper

  HOLDS = "When the sender is me"

  # What is written, and what it is mended to; or each of several.
  MENDED = {
    "#{HOLDS} or it has an attachment and it is a newsletter: straight in." =>
      ["When (the sender is me or it has an attachment) and it is a newsletter: straight in.",
        "When the sender is me or (it has an attachment and it is a newsletter): straight in."],
    "When the subject mentions “loan” or “crate” and it has an attachment or it is a newsletter: straight in." =>
      ["When the subject mentions “loan” or “crate” and (it has an attachment or it is a newsletter): straight in.",
        "When (the subject mentions “loan” or “crate” and it has an attachment) or it is a newsletter: straight in."],
    "#{HOLDS}: mark as read." => "#{HOLDS}: mark it read.", "#{HOLDS}: mark as unread." => "#{HOLDS}: leave it unread.",
    "When it has a attachment: straight in." => "When it has an attachment: straight in.",
    "#{HOLDS}: urgent priority." => "#{HOLDS}: top priority.", "#{HOLDS}: high." => "#{HOLDS}: high priority.",
    "If the sender is me: straight in." => "#{HOLDS}: straight in.",
    "when sender is me: straight in." => "when the sender is me: straight in.",
    "When the body mentions “loan”: straight in." => "When the text mentions “loan”: straight in.",
    "#{HOLDS}: delete it." => "#{HOLDS}: discard it.", "#{HOLDS}: flag." => "#{HOLDS}: flag it.",
    "#{HOLDS}: straight in" => "#{HOLDS}: straight in.", "#{HOLDS} then straight in." => "#{HOLDS}: straight in.",
    "When the subject mentions “loan: straight in." => "When the subject mentions “loan”: straight in.",
    "When the subject mentions loan or crate: straight in." => "When the subject mentions “loan” or “crate”: straight in.",
    "#{HOLDS}: straight in and high priority." => "#{HOLDS}: straight in, high priority.",
    "#{HOLDS}: move it to Archive." => "#{HOLDS}: off the Front.",
    "if sender is me then flag and mark as read" => "#{HOLDS}: flag it, mark it read."
  }.freeze

  def repairs(text)
    Core::Language.hear_rule(text)
    flunk "“#{text}” is heard as it is"
  rescue Core::Language::Misread => misread
    Core::Language.repairs(text, misread)
  end

  def test_each_is_mended_and_heard
    MENDED.each do |written, meant|
      found = repairs(written)
      assert_equal Array(meant).sort, found.map(&:text).sort & Array(meant), written
      found.each { |repair| assert Core::Language.hear_rule(repair.text), repair.label }
    end
  end

  def test_mixed_and_and_or_is_said_as_that
    misread = assert_raises(Core::Language::Misread) { Core::Language.hear_rule(MENDED.keys.first) }
    assert_equal "“and” cannot follow as it is: say with brackets which conditions belong together, since “and” and “or” are mixed",
      misread.told
  end

  # Words taken out, doubled or put elsewhere, of random rules: whatever is offered can be read, and no text costs much.
  def test_at_random_all_that_is_offered_can_be_read
    random = Random.new(Minitest.seed)
    rules = RandomRules.new(random)
    60.times do
      words = Core::Sentence.rule(Core::Rule.read(rules.rule, Core::Check.new, rulebook.names)).split(" ")
      at = random.rand(words.size)
      [-> { words.delete_at(at) }, -> { words.insert(at, words.sample(random: random)) }, -> { words[at] = words[at].reverse }]
        .sample(random: random).call
      text = words.join(" ")
      Core::Language.hear_rule(text)
    rescue Core::Language::Misread => misread
      Core::Language.repairs(text, misread).each { |repair| assert Core::Language.hear_rule(repair.text), repair.text }
    end
    assert_empty repairs("(" * 30 + "x" * 3_000)
  end

  KNOWN = {"groups" => %w[Lenders Couriers], "labels" => ["Loans", "To do"], "inks" => ["Copper"], "rounds" => [], "templates" => [],
           "windows" => []}.freeze

  def slip(text, of: "rule")
    body = (of == "view") ? Core::Language.hear_view(text) : Core::Language.hear_rule(text)
    Core::Language::Slips.of(text, body, KNOWN, of: of)
  end

  def test_names_that_are_nearly_there_are_pointed_at
    found = slip("When the sender is one of Lendrs: label “To doo”.")
    assert_equal ["There is no group “Lendrs” here. Did you mean “Lenders”?", "Lendrs",
      ["When the sender is one of Lenders: label “To doo”."]],
      [found.message, "When the sender is one of Lendrs: label “To doo”."[found.from, found.length], found.repairs.map(&:text)]
    assert_equal ["When the sender is me: label “To do”."], slip("When the sender is me: label “To doo”.").repairs.map(&:text)
    assert_nil slip("When the sender is one of Lenders: label Quite."), "what is near to nothing is offered to be made"
  end

  def test_how_a_message_stands_is_pointed_at_in_a_rule_and_not_in_a_view
    text = "When the sender is me and it is unread: straight in."
    found = slip(text)
    assert_equal ["it is unread", ["When the sender is me: straight in."]], [text[found.from, found.length], found.repairs.map(&:text)]
    assert_match(/Ask that in a view/, found.message)
    assert_empty slip("When it is unread: straight in.").repairs
    assert_nil slip("Mail where it is unread.", of: "view")
  end
end
