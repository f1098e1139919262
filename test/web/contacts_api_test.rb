# frozen_string_literal: true

require_relative "../support/api_helper"

# Whom one knows: made, changed, put together, taken out, gathered from mail, in and out as cards; and rules mean them.
class ContactsAPITest < Minitest::Test
  include APIHelper

  ME = "Wren Adeyemi <wren@lanternquay.example>"

  def setup
    super
    set_up(rules: [rule("Known", when: leaf("from", "is", ["contacts"]), then: {"timing" => {"now" => true}})], contacts: [])
  end

  def page = ask(:get, "/contacts")
  def names = page["contacts"].map { _1["name"] }
  def add(name, *addresses, **more) = ask(:post, "/contacts", {name: name, addresses: addresses, **more})
  def undo(done) = ask(:post, "/undo/#{done["undo_id"]}")

  def held?(from)
    take(from: from, subject: "x#{rand(1e9)}").then { |message| Store::State.held(clock.now).exists?(message_id: message.id) }
  end

  def test_rules_mean_them_at_once_and_held_mail_follows
    message = take(from: "zoë@x.example")
    assert_includes held, message.id
    done = add("Zoë", "Zoë <zoë@x.example>; z@y.example", organisation: "X")
    refute_includes held, message.id
    refute held?("Z@y.example")
    undo(done)
    assert_includes held, message.id
  end

  def test_one_is_changed_and_an_address_is_one_contacts
    add("Ana", "ana@a.example")
    ask(:put, "/contacts",
      {was: "ANA@a.example", name: "Ana Ferro", addresses: ["ana@a.example", "af@a.example"], phone: "12", note: "Twice\na week"})
    assert_equal [["Ana Ferro", %w[ana@a.example af@a.example], "12", "Twice\na week"]],
      page["contacts"].map { _1.values_at("name", "addresses", "phone", "note") }
    assert_equal "“Ana Ferro” has that address already: put both together instead.",
      ask(:post, "/contacts", {name: "A", addresses: ["AF@a.example"]}, status: 409)["detail"]
    assert_equal 404, ask(:put, "/contacts", {was: "nobody@a.example", addresses: ["b@a.example"]}, status: 404)["status"]
    assert_equal "Give an address.", ask(:post, "/contacts", {name: "A", addresses: []}, status: 422)["detail"]
    assert_match(/“Somebody” is nobody/, ask(:post, "/contacts", {name: "A", addresses: ["Somebody"]}, status: 422)["detail"])
  end

  def test_several_are_put_together_and_taken_out
    add("Ana Ferro", "ana@a.example", note: "one")
    add("A. Ferro", "af@b.example", note: "two", phone: "12")
    add("", "x@c.example")
    before = page["contacts"]
    merged = ask(:post, "/contacts/merge", {keys: ["af@b.example", "ana@a.example"]})
    assert_equal ["Two contacts are one now: A. Ferro.", ["A. Ferro", "x@c.example"], %w[af@b.example ana@a.example], "two\none", "12"],
      [merged["message"], names, *page["contacts"][0].values_at("addresses", "note", "phone")]
    gone = ask(:post, "/contacts/remove", {keys: ["ana@a.example", "x@c.example"]})
    assert_equal ["Two contacts are no contacts of yours any more.", []], [gone["message"], names]
    [gone, merged].each { undo(_1) }
    assert_equal before, page["contacts"]
  end

  def test_those_one_writes_with_are_gathered
    2.times { take(from: ME, to: "ana@a.example, no-reply@shop.example, wren@lanternquay.example", subject: "s#{_1}", mailbox: "Sent") }
    take(from: ME, to: "once@a.example", mailbox: "Sent")
    take(from: "Ana Ferro <ana@a.example>")
    offered = page["gather"]
    assert_equal [["ana@a.example", "Ana Ferro", 2]], offered.map(&:values)
    done = ask(:post, "/contacts/gather", {people: offered.map { _1.slice("address", "name") }})
    assert_equal ["One contact more. One held message came in.", ["Ana Ferro"], []], [done["message"], names, page["gather"]]
    assert_equal 409, ask(:post, "/contacts/gather", {people: offered.map { _1.slice("address", "name") }}, status: 409)["status"]
  end

  def cards(file, status: 200) = send_file("/contacts.vcf", file, status: status)

  def test_they_go_out_as_cards_and_come_in_again
    add("Ferro, Ana; \\ “x”", "ana@a.example", "a2@a.example", organisation: "Casa, do Mar; Ltd", phone: "+351 21", note: "one,\ntwo; ä")
    add("", "@c.example")
    before = page["contacts"]
    get "/api/contacts.vcf"
    file = last_response.body
    assert_equal ["text/vcard", 1], [last_response.media_type, file.scan("BEGIN:VCARD").size]
    ask(:post, "/contacts/remove", {keys: ["ana@a.example"]})
    assert_equal "One contact more.", cards(file)["message"]
    assert_equal before.sort_by { _1["key"] }, page["contacts"].sort_by { _1["key"] }
    assert_match(/no contact card/, cards("hello", status: 422)["detail"])
    more = cards("BEGIN:VCARD\nVERSION:3.0\nFN:Ana\nEMAIL:a2@a.example\nEMAIL:a3@a.example\nEND:VCARD\n" \
      "BEGIN:VCARD\nVERSION:3.0\nFN:None\nEND:VCARD\n")
    assert_equal "What was known of them is more now. One card had no address.", more["message"]
    assert_equal %w[ana@a.example a2@a.example a3@a.example], page["contacts"].find { _1["person"] }["addresses"]
  end

  # Whatever is noted of people comes back from their cards as it was.
  def test_cards_keep_what_they_are_given
    random = Random.new(seed = Integer(ENV.fetch("CARD_SEED", rand(1_000))))
    texts = ["", "Ana", "a;b,c\\d", "line\nline", "é" * 90, "x" * 200, "“q” \"q\"", ":colon", "ends\\"]
    drawn = Array.new(60) do |n|
      Core::Contact.new("name" => texts.drop(1).sample(random: random).tr("\n", " "), "addresses" => Array.new(random.rand(1..3)) {
        "p#{n}-#{_1}@x.example"
      },
        **%w[phone note].to_h { [_1, texts.sample(random: random)] }, "organisation" => texts.sample(random: random).tr("\n", " "))
    end
    written = Post::ContactCards.write(drawn)
    assert(written.lines.all? { _1.bytesize <= 77 && _1.end_with?("\r\n") })
    assert_equal drawn.map(&:to_item), Post::ContactCards.new(written).contacts, "seed #{seed}"
  end
end
