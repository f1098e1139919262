# frozen_string_literal: true

require_relative "../support/core_helper"

# What is made to deceive shows for what it is: text that is turned round, files whose ending is hidden, names that are addresses,
# domains that look like others.
class DeceitTest < Minitest::Test
  include CoreHelper

  LINES = {"Invoice" => "Invoice", "Photo_\u202Egpj.exe" => "Photo_⟪right to left⟫gpj.exe", "a\u202Db" => "a⟪left to right⟫b",
           "one\r\n two" => "one  two", "bell\u0007" => "bell␇", "x\u0085y\u007F" => "x�y�", "שלום \u200F" => "שלום \u200F",
           "Käthe – 日本語" => "Käthe – 日本語"}.freeze

  def test_what_would_turn_or_break_a_line_is_visible
    LINES.each { |text, shown| assert_equal shown, Core::Visible.line(text), text.inspect }
    assert_equal "one\n\ttwo ␇ ⟪right to left⟫x", Core::Visible.lines("one\n\ttwo \u0007 \u202Ex")
    random = Random.new(3)
    200.times do
      text = Array.new(20) { [random.rand(0x3000), 0x202E, 0xE0041].sample(random: random) }.pack("U*").scrub
      shown = Core::Visible.line(text)
      refute_match Core::Visible::HIDING, shown
      assert_equal shown, Core::Visible.line(shown)
    end
  end

  FILES = {"plan.pdf" => "plan.pdf", "plan.pdf#{" " * 60}.exe" => "plan.pdf … .exe", "plan\u200B.pdf" => "plan⟪hidden⟫.pdf",
           "the floor plan.pdf" => "the floor plan.pdf", "cod\u202Efdp.exe" => "cod⟪right to left⟫fdp.exe"}.freeze

  def test_nothing_stands_unseen_in_the_name_of_a_file
    FILES.each { |name, shown| assert_equal shown, Core::Visible.file_name(name) }
  end

  SENDERS = {["Ana Ferro", "ana@b.example"] => "Ana Ferro", [nil, "ana@b.example"] => "ana@b.example",
             ["ana@b.example", "ana@B.example"] => "ana@b.example", ["ana@b.example", "x@evil.example"] => "ana@b.example <x@evil.example>",
             ["'ana@b.example'", "x@evil.example"] => "'ana@b.example' <x@evil.example>",
             ["Ana (at b)", "x@evil.example"] => "Ana (at b)", ["Ana\u202Eorref", "x@b.example"] => "Ana⟪right to left⟫orref"}.freeze

  def test_a_name_that_is_another_address_does_not_stand_alone
    SENDERS.each do |(name, email), shown|
      assert_equal shown, Core::Address.new(email, name).shown
      assert_equal shown, Core::Address.shown(shown, email), "shown twice"
    end
  end

  CAUTIONS = {"lanternquay.example" => nil, "mail.northgate.example" => nil,
              "l\u0430nternquay.example" => /looks like lanternquay\.example/,
              "1anternquay.example" => /looks like lanternquay\.example, which you know, but is another domain\.\z/,
              "p\u0430ypal.example" => /mixes letters of several alphabets.*, and is xn--pypal-4ve\.example\./,
              "\u0430\u0440\u0440\u04CF\u0435.example" => /look like Latin ones, and is xn--/,
              "münchen.example" => /“münchen\.example” is also written xn--mnchen-3ya\.example/,
              "xn--mnchen-3ya.example" => /“münchen\.example”/, "日本語かな.example" => /is also written/, "xn--.example" => nil}.freeze

  def test_domains_that_look_like_others
    cautions = Core::Cautions.new(Set["lanternquay.example"])
    CAUTIONS.each do |domain, said|
      found = cautions.of(Core::Address.new("x@#{domain}"))
      said ? assert_match(said, found.to_s, domain) : assert_nil(found, domain)
    end
    assert_nil cautions.of(Core::Address.new("nobody"))
  end
end
