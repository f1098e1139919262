# frozen_string_literal: true

require_relative "../support/api_helper"

# What rules that ask first propose, and what becomes of the answers.
class ProposalsAPITest < Minitest::Test
  include APIHelper

  ASKS = {"labels" => ["Loans"], "priority" => "high", "flag" => true, "timing" => {"now" => true}}.freeze

  def setup
    super
    set_up(rules: [rule("Asks", when: leaf("subject", "mentions", ["loan"]), ask_first: true, last_word: true, then: ASKS),
      rule("Plain", when: leaf("subject", "mentions", ["loan"]), then: {"labels" => ["Border"]})])
    @held = take(subject: "A loan").id
    @here = take(subject: "An older loan", from: "bo@far.example", date: at("08:30")).id
  end

  def page = ask(:get, "/proposals")
  def asking = page["rules"].first
  def rule_id = ask(:get, "/rules")["rules"].find { _1["name"] == "Asks" }["id"]
  def reply(said, *ids, **more) = ask(:post, "/proposals/#{rule_id}", {answer: said, **(ids.any? ? {messages: ids} : {})}, **more)
  def state(id) = Store::State.find(id)
  def claim(id) = Store::Claim.find(id)
  def count = ask(:get, "/status")["proposals"]

  def test_nothing_is_done_before_the_answer
    assert_equal [2, 2, "Two messages wait for your word."], [count, asking["count"], page["lead"]]
    held, here = [@held, @here].map { |id| asking["messages"].find { _1["id"] == id } }
    assert_equal "straight in", held["changes"].find { _1["topic"] == "timing" }["now"]
    assert_equal %w[flag labels priority], here["changes"].map { _1["topic"] }.sort
    assert_equal [["Border"], "normal"], claim(@held).values_at(:labels, :priority)
    assert_operator state(@held).surface_at, :>, clock.now
  end

  def test_what_is_done_is_decided_as_if_it_had_not_asked_and_stays_so
    done = reply("do")
    assert_equal "Did what “Asks” proposed of two messages.", done["message"]
    assert_operator state(@held).surface_at, :<=, clock.now
    assert_equal [["Loans"], "high", true], [*claim(@here).values_at(:labels, :priority), state(@here).flagged]
    assert_equal [0, []], [count, page["rules"]]
    assert_equal [2, 2], page["quiet"].first.values_at("answered", "done")
    ask(:post, "/undo/#{done["undo_id"]}")
    assert_equal [2, ["Border"], false], [count, claim(@here).labels, state(@here).flagged]
    assert_operator state(@held).surface_at, :>, clock.now
  end

  # Held mail is decided anew when rules change: the person's word counts then too.
  def test_the_word_holds_when_rules_change
    ask(:put, "/rules/#{rule_id}", {version: 1, body: rule("Asks", when: leaf("subject", "mentions", ["loan"]), ask_first: true,
      then: {"labels" => ["Loans"]})})
    reply("do", @held)
    assert_equal %w[Border Loans], claim(@held).labels.sort
    ask(:post, "/rules", {body: rule("Other", when: leaf("subject", "mentions", ["else"]))}, status: 201)
    assert_equal [%w[Border Loans], 1], [claim(@held).labels.sort, count]
  end

  # Trying another rule does not take back what the person has said yes to.
  def test_the_word_holds_where_another_rule_is_tried
    reply("do", @held)
    body = rule("Other", when: leaf("subject", "mentions", ["loan"]), then: {"flag" => true})
    tried = ask(:post, "/rules/dry-run", {body: body, days: 30, place: 2})
    changed = tried["messages"].select { _1["changes"].any? }.map { |row| [row["id"], row["changes"].map { _1["topic"] }] }
    assert_equal [[@here, %w[flag]]], changed, "of the other the asking rule has the last word"
  end

  def test_a_message_says_what_is_proposed_of_it
    assert_equal [["Asks", %w[flag labels priority timing]]],
      ask(:get, "/messages/#{@held}")["asks"].map { |each| [each["name"], each["changes"].map { _1["topic"] }.sort] }
    reply("leave", @held)
    assert_empty ask(:get, "/messages/#{@held}")["asks"]
    assert_equal 1, ask(:get, "/messages/#{@here}")["asks"].size
  end

  def test_after_how_many_days_a_question_goes
    clock.now += 5 * 86_400
    assert_equal [14, 2], page.values_at("days", "count")
    assert_equal "A question that you do not answer goes after three days.", ask(:put, "/proposals", {days: 3})["message"]
    assert_equal [3, 0], page.values_at("days", "count")
    assert_empty ask(:get, "/messages/#{@here}")["asks"]
    ask(:put, "/proposals", {days: 30})
    assert_equal 2, count
    ask(:put, "/proposals", {days: 0}, status: 400)
  end

  def test_what_is_left_or_dealt_with_otherwise_is_asked_no_more
    done = reply("leave", @held)
    assert_equal [1, [@here]], [count, asking["messages"].map { _1["id"] }]
    reply("leave", @held, status: 409)
    ask(:post, "/acts", {act: "clear", messages: [@here]})
    assert_equal 0, count
    ask(:post, "/undo/#{done["undo_id"]}")
    assert_equal 1, count
    clock.now = Time.utc(2027, 3, 24, 10)
    assert_equal 0, count, "after fourteen days"
  end

  def test_never_for_a_sender_is_shown_and_written
    shown = ask(:get, "/proposals/#{rule_id}/never?message=#{@here}")
    assert_equal ["bo@far.example", true], [shown["sender"], shown["sentence"].include?("unless the sender is bo@far.example")]
    done = ask(:post, "/proposals/#{rule_id}/never", {message: @here})
    assert_equal [1, {"any" => [leaf("from", "is", ["bo@far.example"])]}], [count, Store::Rule.find(rule_id).body["unless"]]
    ask(:post, "/proposals/#{rule_id}/never", {message: @held})
    assert_equal ["bo@far.example", "ana@casadomar.example"], Store::Rule.find(rule_id).body.dig("unless", "any", 0, "value")
    ask(:post, "/undo/#{done["undo_id"]}", status: 409)
    ask(:get, "/proposals/999/never?message=#{@here}", status: 404)
  end

  def test_after_some_answers_it_says_how_often_it_was_right
    20.times { |n| take(subject: "Loan #{n}", date: at("08:30")) }
    ids = Desk::Proposals.new(Store::CurrentRulebook.rulebook, clock.now).of(rule_id)
    reply("leave", ids.first)
    reply("do", *ids[1, 8])
    assert_equal [9, 8, false], asking.values_at("answered", "done", "trusted")
    reply("do", ids[9])
    assert_equal [10, 9, true], asking.values_at("answered", "done", "trusted")
  end
end
