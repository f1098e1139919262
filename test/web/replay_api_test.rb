# frozen_string_literal: true

require_relative "../support/api_helper"

# Two rulebooks over the person's own mail.
class ReplayAPITest < Minitest::Test
  include APIHelper

  def setup
    super
    Store::MatchIndex.forget
    loud = {"timing" => {"now" => true}, "alert" => {"level" => "chime"}, "priority" => "high"}
    set_up(rules: [rule("Loud", when: leaf("subject", "mentions", ["loan"]), then: loud),
      rule("Quiet", when: leaf("subject", "mentions", ["news"]), then: {"timing" => {"off_front" => true}})])
    @loan, @news, @other = ["A loan", "News", "Lunch"].map { take(subject: _1).id }
  end

  def replay(a = {kind: "now"}, b = {kind: "none"}, status: 200) = ask(:post, "/replay", {a: a, b: b, days: 30}, status: status)
  def figures(page) = page["figures"].to_h { [_1["name"], _1.values_at("a", "b")] }
  def groups(page) = page["groups"].map { _1.values_at("kind", "rule", "count") }

  def test_both_beside_each_other_and_what_differs_by_rule
    page = replay
    assert_equal ["Three of 3 messages would come otherwise.", 3], page.values_at("lead", "messages")
    assert_equal [%w[1 3], %w[1 0], %w[1 0], %w[1 0]],
      figures(page).values_at("Comes straight in", "Waits for later", "Never comes in by itself", "Chimes")
    assert_equal [["alert", "Loud", 1], ["comes", "Quiet", 1], ["priority", "Loud", 1], ["sooner", nil, 1]], groups(page).sort_by(&:first)
    assert_equal [[@news]], page["groups"].select { _1["kind"] == "comes" }.map { |group| group["messages"].map { _1["id"] } }
    assert_equal [[2, 3], 24], [page["hours"].map(&:sum), page["hours"][0].size]
    assert_equal ["2027-03-09", 3], [page["played"]["date"], page["played"]["b"].size]
    assert_equal "No message would come otherwise.", replay({kind: "now"}, {kind: "now"})["lead"]
  end

  # What is replayed of a day is what happened on it, message by message.
  def test_a_replay_of_a_day_is_what_happened
    mail = Desk::ReplayMail.new(Store::CurrentRulebook.rulebook, [Store::CurrentRulebook.rulebook] * 2, clock.now, days: 1)
    assert_equal 3, mail.replay.messages
    books = [Store::CurrentRulebook.rulebook, Desk::ReplaySides.new(Store::CurrentRulebook.rulebook).book({"kind" => "none"})]
    shown = Desk::ReplayMail.new(Store::CurrentRulebook.rulebook, books, clock.now, days: 1).groups.flat_map(&:shown).uniq(&:id)
    assert_equal [@loan, @news, @other], shown.map(&:id).sort
    shown.each do |each|
      kept = Store::Claim.find(each.id)
      (Core::Claim::SUBSTANCE - %i[message_id arrived_at]).each do |field|
        expected = kept[field]
        assert(expected == each.a.public_send(field), "#{field}: #{expected.inspect}")
      end
    end
  end

  def test_it_is_the_same_in_however_many_parts
    5.times { |n| take(subject: ["A loan", "News"][n % 2], date: clock.now - n * 3_600) }
    rulebook = Store::CurrentRulebook.rulebook
    books = [rulebook, Desk::ReplaySides.new(rulebook).book({"kind" => "none"})]
    whole, parted = [5_000, 3].map do |part|
      mail = Desk::ReplayMail.new(rulebook, books, clock.now, days: 30, part: part)
      [mail.replay.messages, mail.replay.figures.map(&:to_h), mail.groups.map { [_1.kind, _1.rule, _1.count, _1.shown.map(&:id)] },
        mail.dates.map { mail.played(_1) }]
    end
    assert_equal whole, parted
    assert_equal 8, whole.first
  end

  def test_a_draft_a_file_and_a_day_of_before
    draft = rule("Draft", when: leaf("subject", "mentions", ["lunch"]), then: {"labels" => ["Loans"]})
    assert_equal [["labels", "Draft", 1]], groups(replay({kind: "now"}, {kind: "draft", body: draft, place: 0}))
    loud = ask(:get, "/rules")["rules"].first
    off = {kind: "draft", id: loud["id"], body: loud["body"].merge("enabled" => false)}
    assert_equal %w[alert priority sooner], groups(replay(off, {kind: "now"})).map(&:first).sort
    file = JSON.generate(document(rules: [draft]))
    assert_equal "Three of 3 messages would come otherwise.", replay({kind: "now"}, {kind: "file", text: file})["lead"]
    clock.now += 86_400
    ask(:post, "/rules", {body: draft}, status: 201)
    take(subject: "Lunch again")
    assert_equal [["labels", "Draft", 2]], groups(replay({kind: "day", day: "2027-03-09"}, {kind: "now"}))
    replay({kind: "day", day: "2027-03-01"}, {kind: "now"}, status: 422)
    refused = replay({kind: "now"}, {kind: "file", text: "{"}, status: 422)
    refute_match(%r{undefined|/rules}, refused["detail"])
  end

  def test_both_whys_of_a_message
    ask(:post, "/replay/whys", {a: {kind: "now"}, b: {kind: "none"}, message: 0}, status: 404)
    one, other = ask(:post, "/replay/whys", {a: {kind: "now"}, b: {kind: "none"}, message: @loan})["whys"]
    assert_equal ["Straight in, high priority.", "Straight in."], [one, other].map { _1["summary"] }
    assert_includes one["lines"].map { _1["rule"] }, "Loud"
    assert_equal [nil], other["lines"].map { _1["rule"] }.uniq
    assert_equal ask(:get, "/rules")["rules"].first["id"], one["lines"].find { _1["rule"] == "Loud" }["rule_id"]
    waits = ask(:post, "/replay/whys", {a: {kind: "none"}, b: {kind: "file", text: JSON.generate(document)}, message: @other})["whys"]
    assert_match(/\A(Waits for|Came with) /, waits[1]["summary"])
  end

  # Whoever gives up is not worked for any longer.
  def test_it_ends_once_nobody_waits
    book = Store::CurrentRulebook.rulebook
    asked = 0
    wanted = -> { (asked += 1) < 3 }
    assert_raises(Desk::ReplayMail::NotWanted) { Desk::ReplayMail.new(book, [book] * 2, clock.now, days: 30, wanted: wanted) }
    assert_equal 3, asked
    here, there = UNIXSocket.pair
    asker = Web::Asker.new(here)
    refute_predicate asker, :gone?
    there.write("POST")
    refute_predicate asker, :gone?, "a further request waits"
    here.readpartial(9)
    there.close
    assert_predicate asker, :gone?
    here.close
    assert_predicate asker, :gone?
    refute_predicate Web::Asker.new(nil), :gone?
  end

  def test_it_is_judged_by_what_was_done
    ask(:post, "/acts", {act: "read", opening: true, messages: [@loan]})
    assert_equal clock.now, Store::State.find(@loan).opened_at.to_time
    page = replay({kind: "now"}, {kind: "file", text: JSON.generate(document)})
    assert_equal ["One message that you opened or answered within 10 minutes would wait.", [@loan]],
      [page["judgement"]["waits"], page["judgement"]["waiting"].map { _1["id"] }]
    clock.now += 60
    take(subject: "Another loan")
    page = replay({kind: "now"}, {kind: "file", text: JSON.generate(document)})
    assert_equal "One message that came at once, and that you never opened, would not interrupt.", page["judgement"]["vain"]
  end
end
