# frozen_string_literal: true

require_relative "../support/api_helper"

# What the check-up's page asks of the server.
class CheckUpAPITest < Minitest::Test
  include APIHelper

  def setup
    super
    Store::MatchIndex.forget
    used = {"labels" => %w[Loans Border], "ink" => "Copper", "reply" => "Thanks"}
    set_up(rules: [rule("Wide", when: leaf("subject", "mentions", ["loan"]), then: {"priority" => "high"}),
      rule("Narrow", when: leaf("subject", "mentions", ["loan offer"]), then: {"priority" => "low"}),
      rule("Bell", when: leaf("subject", "mentions", ["bell"]), then: {"alert" => {"level" => "chime", "sound" => "Gone"}}),
      rule("Used", when: leaf("from", "is", ["group:Lenders"]), then: used)])
  end

  def page = ask(:get, "/check-up")
  def found(kind) = page["findings"].find { _1["kind"] == kind }
  def row(name) = ask(:get, "/rules")["rules"].find { _1["name"] == name }
  def id_of(name) = row(name)["id"]
  def change(name, **parts) = ask(:put, "/rules/#{id_of(name)}", {version: row(name)["version"], body: rule(name, **parts)})

  def test_each_finding_says_what_it_rests_on_and_how_it_is_repaired
    take(subject: "Loan offer")
    assert_equal "Three things to look at.", page["lead"]
    assert_match(/seen in the one message of the last 90 days/, page["basis"])
    assert_equal %w[contrary never_decides sound_gone], page["findings"].map { _1["kind"] }.sort
    never = found("never_decides")
    assert_equal ["Narrow", "never decides", true], never.values_at("about", "title", "proved")
    assert_equal %w[Narrow Wide], never["rules"].map { _1["name"] }
    assert_match(/\AProved, for all mail there can be\. Last changed Tuesday 9 March/, never["evidence"])
    assert_equal [["Read it before “Wide”", "move", 0], ["Delete it", "delete", nil], ["Open it", "go", nil]],
      never["repairs"].map { _1.values_at("label", "act", "to") }
    ask(:post, "/rules/#{id_of("Narrow")}/place", {to: 0})
    assert_equal %w[sound_gone], page["findings"].map { _1["kind"] }
  end

  def test_what_is_left_alone_comes_back_when_the_rule_changes
    key = found("never_decides")["key"]
    ask(:post, "/check-up/#{key}/left-alone", {reason: " "}, status: 422)
    done = ask(:post, "/check-up/#{key}/left-alone", {reason: "Until the show is over"})
    assert_equal [nil, "Until the show is over"], [found("never_decides"), page["left_alone"][0]["reason"]]
    ask(:post, "/check-up/#{key}/left-alone", {reason: "again"}, status: 409)
    ask(:post, "/check-up/0000/left-alone", {reason: "what"}, status: 404)
    ask(:delete, "/check-up/#{key}/left-alone")
    assert found("never_decides")
    ask(:delete, "/check-up/#{key}/left-alone", status: 404)
    ask(:post, "/check-up/#{key}/left-alone", {reason: "Still"})
    change("Narrow", when: leaf("subject", "mentions", ["a loan"]), then: {"priority" => "low"})
    assert found("never_decides"), "it is another rule now"
    assert done["undo_id"]
  end

  # Tried before it is done, and taken back.
  def test_one_rule_of_two
    border = {"then" => {"labels" => ["Border"]}}
    change("Bell", when: leaf("subject", "mentions", ["seal"]), **border)
    ask(:post, "/rules", {body: rule("Crate", when: leaf("subject", "mentions", ["crate"]), **border), place: 3}, status: 201)
    take(subject: "A crate")
    assert_equal [["Make one of both", "join"], ["Open it", "go"]], found("could_be_one")["repairs"].map { _1.values_at("label", "act") }
    foreseen = ask(:post, "/rules/#{id_of("Crate")}/preview", {act: "join"})
    assert_equal [0, []], foreseen.values_at("changed", "messages")
    assert_equal [["Bell", "When (the subject mentions “seal” or “crate”): label Border."]], foreseen["becomes"].map(&:values)
    done = ask(:post, "/rules/#{id_of("Crate")}/mend", {act: "join"})
    assert_equal "“Bell” asks for what “Crate” asked for too, which is deleted.", done["message"]
    assert_match(/“seal” or “crate”/, row("Bell")["sentence"])
    assert_nil found("could_be_one")
    ask(:post, "/rules/#{id_of("Bell")}/mend", {act: "join"}, status: 409)
    ask(:post, "/undo/#{done["undo_id"]}")
    assert found("could_be_one")
  end

  def test_what_is_held_in_vain_is_let_in
    change("Bell", when: leaf("subject", "mentions", ["bell"]), then: {"timing" => {"until" => {"after" => "PT2H"}}})
    11.times { |n| take(subject: "A bell", date: Time.utc(2027, 3, 4, 9, n)) }
    Store::State.find_each { |state| state.update!(opened_at: Store::Claim.find_by(message_id: state.message_id).surface_at + 60) }
    assert_equal "11 of 11 messages that “Bell” held were opened within ten minutes of coming.", found("held_in_vain")["said"]
    assert_equal 11, ask(:post, "/rules/#{id_of("Bell")}/preview", {act: "let_in"})["changed"]
    assert_equal "“Bell” lets its mail straight in from now on.", ask(:post, "/rules/#{id_of("Bell")}/mend", {act: "let_in"})["message"]
    assert_nil found("held_in_vain")
  end

  def test_a_mailbox_that_cannot_be_reached
    source = Store::Source.create!(path: "/nowhere", kind: "maildir", account_id: Store::Account.last.id, problem: "/nowhere is not there.")
    finding = found("unreached")
    assert_equal ["Where mail comes from", "/nowhere is not there.", "/mail-in"], [*finding.values_at("about", "said"),
      finding["repairs"].first["path"]]
    source.update!(problem: nil)
    assert_nil found("unreached")
  end

  def test_labels_that_mail_wears_by_hand_are_in_use
    change("Used", when: leaf("from", "is", ["group:Lenders"]), then: {"reply" => "Thanks"})
    assert_equal ["Border", "Copper", "Loans"], page["findings"].select { _1["kind"] == "unused" }.map { _1["about"] }.sort
    ask(:post, "/labels", {messages: [take(subject: "Hello").id], add: ["Border"], remove: []})
    assert_equal ["Copper", "Loans"], page["findings"].select { _1["kind"] == "unused" }.map { _1["about"] }.sort
    assert_equal ["/rules/people", "/rules/inks"], page["findings"].select { _1["kind"] == "unused" }.map { _1["repairs"][0]["path"] }
  end
end
