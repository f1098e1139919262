# frozen_string_literal: true

require_relative "../support/api_helper"

# What is offered for what a person does by hand, and what becomes of it.
class LearnedAPITest < Minitest::Test
  include APIHelper

  def setup
    super
    Store::MatchIndex.forget
    set_up(rules: [rule("Later", when: leaf("from", "is", ["ana@casadomar.example"]), then: {"timing" => {"round" => "Mid"}})])
    @ids = Array.new(8) { |n| take(subject: "Held #{n}").id }
  end

  def offers = ask(:get, "/learned")["offers"]
  def act(name, ids = @ids) = ask(:post, "/acts", {act: name, messages: ids})

  def test_what_is_let_in_by_hand_is_offered_against_the_rule_that_holds_it
    act("let_in", @ids.first(5))
    assert_empty offers
    act("let_in")
    offer = offers.first
    assert_equal "8 of 8 messages from Ana Ferro were let in by hand.", offer["evidence"]
    assert_equal "Later", offer["against"]["name"]
    assert_match(/\AOf the last 30 days it matches eight messages, and would have decided all of them otherwise\.\z/, offer["would"])
    assert_equal leaf("from", "is", ["ana@casadomar.example"]), offer["body"]["when"]
    ask(:post, "/rules", {body: offer["body"]}, status: 201)
    assert_empty offers, "it would change nothing any more"
  end

  def test_what_is_not_wanted_is_not_offered_again
    ask(:post, "/labels", {messages: @ids, add: ["Border"], remove: []})
    act("let_in")
    assert_equal %w[labels timing], offers.map { _1["body"]["then"].keys.first }.sort
    key = offers.find { _1["body"]["then"].key?("labels") }["key"]
    done = ask(:post, "/learned/#{key}/not", {})
    assert_equal %w[timing], offers.map { _1["body"]["then"].keys.first }
    ask(:post, "/learned/#{offers.first["key"]}/not", {sender: true})
    assert_empty offers
    ask(:post, "/learned/0000/not", {}, status: 404)
    ask(:post, "/undo/#{done["undo_id"]}")
    assert_empty offers, "nothing is offered about the sender"
  end

  def test_what_rules_do_is_no_habit_of_the_person
    all = rule("Border", when: {"all" => []}, then: {"labels" => ["Border"], "priority" => "high"})
    ask(:post, "/rules", {body: all, place: 0}, status: 201)
    assert_empty offers
    act("raise")
    assert_equal ["top"], offers.map { _1["body"]["then"]["priority"] }
  end
end
