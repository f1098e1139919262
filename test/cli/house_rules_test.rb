# frozen_string_literal: true

require "json_schemer"
require_relative "../support/command_helper"
require_relative "../support/house_helper"

# House rules by commands: looked at, decided with, and published.
class HouseCommandsTest < Minitest::Test
  include CommandHelper
  include HouseHelper

  LETTER = "From: Ana <ana@casadomar.example>\nTo: wren@lanternquay.example\nSubject: Loan\nMessage-ID: <1@x>\n" \
    "Date: Tue, 9 Mar 2027 09:14:00 +0000\n\nHello\n"

  def file(name, text) = File.join(@folder, name).tap { File.binwrite(_1, text) }
  def json(name, value) = file(name, JSON.generate(value))

  def test_mail_is_decided_with_the_editions_that_are_given
    book = json("book.json", document(rules: [rule("Mine", then: {"priority" => "low"})]))
    firm = json("house.json", edition(house_rule("Firm", "for_all", then: {"priority" => "top"})))
    letter = file("letter.eml", LETTER)
    plain, = run_command("decide", "--rulebook", book, letter)
    claim, error, status = run_command("decide", "--rulebook", book, "--house", firm, letter)
    assert_equal ["low", "top", "", 0], [JSON.parse(plain)["priority"], JSON.parse(claim)["priority"], error, status]
    assert_equal %w[for_all], JSON.parse(claim)["trace"]["rules"].filter_map { _1.dig("house", "firmness") }
  end

  def test_an_edition_is_looked_at_by_itself
    good = json("good.json", edition(house_rule("All", "for_all"), house_rule("Never", "offered", when: {"any" => []})))
    found, error, status = run_command("check", "--house", good)
    assert_equal [%w[matches_all never_matches], "", 0], [JSON.parse(found)["findings"].map { _1["kind"] }, error, status]
    bad = json("bad.json", edition(house_rule("Bad", "must", then: {"reply" => "Hello"})))
    _, error, status = run_command("check", "--house", bad)
    assert_equal 1, status
    assert_match(/Rule 1, firmness/, error)
    assert_match(/Rule 1, then, reply/, error)
    _, error, status = run_command("check", "--house", json("book.json", document))
    assert_equal 1, status
    refute_empty error
  end

  def begun
    upfront("setup", "--name", "Wren Adeyemi", "--address", "wren@lanternquay.example", "--time-zone", "Europe/Lisbon")
    from_ana = {"fact" => "from", "op" => "is", "value" => ["ana@casadomar.example"]}
    upfront("import-rulebook", json("book.json", document(rules: [rule("Fire"), rule("Ana", when: from_ana)])), "--yes")
  end

  def test_rules_are_published_with_a_checksum_beside_them_and_the_number_goes_up
    begun
    to = File.join(@folder, "house.json")
    said, error, status = upfront("publish", to, "--for-all", "fire", "--publisher", PUBLISHER, "--contact", "office@q.example")
    assert_equal ["", 0], [error, status]
    assert_match(/Edition 1 is made/, said)
    read = Core::HouseEdition.parse(File.read(to))
    assert_equal [1, PUBLISHER, [%w[Fire for_all]]], [read.number, read.publisher, read.rules.map { |body, firm| [body["name"], firm] }]
    assert_equal [Digest::SHA256.file(to).hexdigest, "house.json"], File.read("#{to}.sha256").split
    assert_equal File.read(to), Post::PublishedFile.new(to, most: 1_000_000).read.first
    upfront("publish", to, "--note", "Nothing else.")
    assert_equal [2, "Nothing else."], Core::HouseEdition.parse(File.read(to)).then { [_1.number, _1.note] }
    assert_empty Dir["#{@folder}/*.part"]
  end

  def test_what_is_personal_is_told_and_written_only_when_that_is_meant
    begun
    to = File.join(@folder, "house.json")
    said, error, status = upfront("publish", to, "--offered", "Ana", "--publisher", PUBLISHER)
    assert_equal 1, status
    assert_includes said, "Personal: ana@casadomar.example, in the rule “Ana”"
    assert_match(/--yes/, error)
    refute File.exist?(to)
    assert_equal 0, upfront("publish", to, "--offered", "Ana", "--publisher", PUBLISHER, "--yes").last
    assert File.exist?(to)
  end

  def test_what_cannot_be_published_is_told
    begun
    to = File.join(@folder, "house.json")
    assert_match(/no rule “Nobody”/, upfront("publish", to, "--for-all", "Nobody", "--publisher", PUBLISHER)[1])
    assert_equal 1, upfront("publish", to, "--for-all", "Fire").last
    assert_match(/Mark a rule/, upfront("publish", to, "--publisher", PUBLISHER)[1])
    assert_match(/cannot be written/, upfront("publish", File.join(@folder, "no", "where.json"), "--for-all", "Fire", "--publisher",
      PUBLISHER)[1])
    assert_equal 2, upfront("publish").last
  end

  def test_the_schema_says_what_the_reader_says
    schema = JSONSchemer.schema(JSON.parse(run_command("schema", "--house").first))
    assert schema.valid?(edition(house_rule("Firm", "for_all"), groups: [], note: "x", contact: "a@b.example", days_off: ["2027-12-24"]))
    [edition(rule("No firmness")), edition(number: 0), edition(plan: {}), edition(contact: "x"),
      edition(house_rule("A", "must"))].each do |given|
      refute schema.valid?(given)
      assert_raises(Core::Refused) { Core::HouseEdition.parse(JSON.generate(given)) }
    end
  end
end
