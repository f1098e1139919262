# frozen_string_literal: true

require_relative "../support/stand_in_helper"

# What goes out by itself, through the pages: proof, templates, the brake, the away notice, and what a message says was sent of it.
class ByRulesAPITest < Minitest::Test
  include StandInHelper

  BO = "bo@far.example"

  def setup
    super
    set_up(rules: [rule("Ack", when: leaf("subject", "mentions", ["loan"]), then: {"reply" => "Thanks"})])
    sends_by
    Desk::SaveMailServer.new(clock).wait(0)
  end

  def page = ask(:get, "/by-rules")

  def run_it
    Desk::SendByRules.new(clock).call
    go_out
  end

  def test_an_address_is_proved
    ask(:put, "/forwarding", {address: "bo@far"}, status: 422)
    ask(:put, "/forwarding", {address: BO})
    row = -> { page["forwarding"].find { _1["address"] == BO } }
    assert_equal [false, "09:14"], row.call.values_at("proved", "asked")
    go_out
    code = come_to(BO).first.body.decoded[/The code is (\w+)\./, 1]
    ask(:post, "/forwarding/enter", {address: BO, code: "nope"}, status: 422)
    ask(:post, "/forwarding/enter", {address: BO, code: " #{code[0, 4]}-#{code[4..]} "})
    assert row.call["proved"]
    made = rule("On", when: leaf("subject", "mentions", ["crate"]), then: {"forward" => [BO]})
    ask(:post, "/rules", {body: made, place: 0}, status: 201)
    ask(:delete, "/forwarding?address=#{BO}", status: 409)
    id = take(subject: "A crate").id
    run_it
    said = ask(:get, "/messages/#{id}")["sendings"]
    assert_equal [["“Fwd: A crate” to bo@far.example has gone 09:14: forwarded by the rule “On”.", true]], said.map(&:values)
    assert_includes ask(:get, "/messages/#{id}")["why"]["lines"].map { _1["after"] }, " says"
  end

  def test_templates_are_made_used_and_renamed
    ask(:put, "/things/templates", {thing: {name: "Loan", text: "Dear {first_name}, about {subject}: {room}."}})
    ask(:put, "/things/templates", {was: "Thanks", thing: {name: "Thank you", text: "Thank you, {name}."}})
    assert_equal "Thank you", ask(:get, "/rules")["rules"].first["body"]["then"]["reply"]
    assert_equal [["Thank you", ["Ack"]], ["Loan", []]], page["templates"].map { _1.values_at("name", "rules") }
    ask(:delete, "/things/templates?name=Thank%20you", status: 409)
    draft = ask(:post, "/drafts", {kind: "reply", message: take(subject: "A loan").id}, status: 201)
    filled = ask(:post, "/drafts/#{draft["id"]}/template", {name: "loan"})
    assert_equal ["Dear Ana, about A loan: {room}.", ["room"]], [filled["text"], filled["lacking"].map { _1["name"] }]
    filled = ask(:post, "/drafts/#{draft["id"]}/template", {name: "loan", values: {room: "room 4"}})
    assert_equal ["Dear Ana, about A loan: room 4.", []], filled.values_at("text", "lacking")
    ask(:post, "/drafts/#{draft["id"]}/template", {name: "gone"}, status: 404)
  end

  def test_what_is_left_out_says_why
    id = take(subject: "A loan", from: "no-reply@far.example").id
    run_it
    assert_equal [["Not answered by “Ack”: it was sent automatically.", false]], ask(:get, "/messages/#{id}")["sendings"].map(&:values)
    Store::MailServer.delete_all
    id = take(subject: "A loan").id
    run_it
    assert_match(/no server is given/, ask(:get, "/messages/#{id}")["sendings"].first["said"])
  end

  def test_the_away_notice_and_the_brake
    given = {until: "2027-03-12T08:00", outside: "Away until Friday.", whom: "everyone", except: [BO], days: 7}
    take(subject: "Hello", from: "Cy <cy@far.example>")
    assert_equal "Of the last seven days one person would have had it: Cy.", ask(:post, "/away/preview", given)["said"]
    ask(:post, "/away/preview", given.merge(until: "2027-03-01T08:00"), status: 422)
    assert_nil ask(:get, "/status")["away"]
    ask(:put, "/away", given)
    assert_equal "Fri 08:00", ask(:get, "/status")["away"]["until"]
    take(subject: "Hello", from: "Cy <cy@far.example>")
    take(subject: "Hello", from: BO)
    run_it
    assert_equal [[["cy@far.example", "09:14"]], true], [page["had"].map(&:values), page["away"]["running"]]
    assert_equal [1, 0], ["cy@far.example", BO].map { files_of(_1).size }
    ask(:delete, "/away")
    assert_nil ask(:get, "/status")["away"]
    ask(:put, "/brake", {hour: 0, day: 5})
    assert_equal({"hour" => 0, "day" => 5}, page["brake"])
    take(subject: "A loan")
    run_it
    assert_equal ["asks", %w[now take_back]], ask(:get, "/outbox")["open"].first.values_at("state", "acts")
  end

  def test_a_stopped_rule_is_let_again
    id = Store::Rule.first.id
    ask(:delete, "/stopped-rules/#{id}", status: 409)
    Store::Setting[Desk::StoppedRules::KEY] = [id]
    assert_equal [[id, "Ack"]], page["stopped"].map(&:values)
    finding = ask(:get, "/check-up")["findings"].find { _1["kind"] == "sending_stopped" }
    assert_match(/forwards and answers no more/, finding["said"])
    ask(:delete, "/stopped-rules/#{id}")
    assert_empty page["stopped"]
  end
end
