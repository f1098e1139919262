# frozen_string_literal: true

require_relative "../support/core_helper"

class EnglishTest < Minitest::Test
  include CoreHelper

  def sentence(...) = Core::Sentence.rule(rulebook(rules: [rule("R", ...)]).rules.first)

  def test_rules_read_as_sentences
    assert_equal "When the sender is one of Lenders or anyone at b.example and (the subject does not mention “loan” or “crate” or it " \
      "has no attachment), " \
      "unless it came through a list: straight in, high priority, label Loans. It has the last word.",
      sentence(when: {"all" => [leaf("from", "is", ["group:Lenders", "@b.example"]),
        {"any" => [leaf("subject", "mentions", %w[loan crate], not: true), leaf("has_attachment", "is", false)]}]},
        unless: {"any" => [leaf("to_list", "is", true)]}, then: {"timing" => {"now" => true}, "priority" => "high", "labels" => ["Loans"]},
        last_word: true)
    assert_equal "For every message: wait until Friday 09:00, raise priority by 2. It asks first. It holds from 2027-03-01.",
      sentence(then: {"timing" => {"until" => {"weekday" => "fri", "at" => "09:00"}}, "priority" => {"raise" => 2}}, ask_first: true,
        from_date: "2027-03-01")
    assert_match(/\AWhen it arrived between 09:00 and 12:00 on working days and it is a newsletter:/,
      sentence(when: {"all" => [leaf("arrival", "within", {"days" => WORKING, "from" => "09:00", "to" => "12:00"}),
        leaf("kind", "is", ["newsletter"])]}))
  end

  def test_moments_are_said_the_shorter_the_nearer
    time_format = Core::TimeFormat.new(LISBON, at("09:26"))
    assert_equal ["10:30", "Mon 15:00", "12 Feb 08:00", "9 Dec 2026"],
      [at("10:30"), at("15:00", "2027-03-08"), at("08:00", "2027-02-12"), at("08:00", "2026-12-09")].map {
        time_format.moment(_1)
      }
    assert_equal ["1 h 04 min", "4 min", "moments", "3 days 0 h"], [at("10:30"), at("09:30"), at("09:26"), at("09:26", "2027-03-12")].map {
      time_format.span(_1)
    }
  end

  def test_the_front_says_how_things_stand
    say = ->(**given) {
      Core::FrontLead.front(now_count: 0, high: 0, others: 0, held: 0, next_words: "the 10:30 round", next_count: 0,
          **given)
    }
    assert_equal ["Two messages need you now.", "Nine messages wait for the 10:30 round, two more for later."],
      say.call(now_count: 2, held: 11, next_count: 9)
    assert_equal ["One message needs you now, two more of high priority.", "Nothing needs you at once; one message of high priority."],
      [say.call(now_count: 1, high: 2), say.call(high: 1)].map(&:first)
    assert_equal ["Nothing needs you. The Front is clear.", "Nothing is held. The 10:30 round is next."], say.call
    assert_equal ["Nothing needs you now.", "One message waits for the 10:30 round."], say.call(others: 3, held: 1, next_count: 1)
  end

  def why(*rules, came: "arrived", surfaced: true, **fields)
    claim = rulebook(rules: rules).decide(mail(**fields))
    Core::Why.new({trace: claim.trace, priority: claim.priority, labels: claim.labels, surface_at: claim.surface_at, held: claim.held,
      round: claim.round, arrived_at: claim.arrived_at},
      {came: came, let_in_at: nil, surfaced: surfaced}, Core::TimeFormat.new(LISBON, at("12:00")))
  end

  def lines(why) = why.lines.map { [_1.time, "#{_1.before}#{_1.rule}#{_1.after}"] }

  def test_a_claim_explains_itself
    account = why(rule("Couriers", when: leaf("subject", "mentions", ["border"]), then: {"timing" => {"now" => true}, "priority" => "top"}),
      rule("Late", then: {"priority" => "low"}), subject: "At the Border")
    assert_equal "Straight in, top priority.", account.summary
    assert_equal [["09:14", "Arrived"], [nil, "Straight in, top priority by Couriers: the subject mentions “Border”"],
      [nil, "Late spoke too late on priority: Couriers had decided it"]], lines(account)
  end

  def test_a_wait_explains_itself_before_and_after
    assert_equal ["Waits for the 10:30 round.", [["09:14", "Arrived inside the Morning window"], ["10:30", "Comes with the Mid round"]]],
      why(surfaced: false).then {
        [_1.summary, lines(_1)]
      }
    assert_equal ["Came with the 10:30 round.", ["10:30", "Came with the Mid round"]], why.then { [_1.summary, lines(_1).last] }
    assert_equal "Brought in as history, cleared and silent.", why(came: "history").summary
    assert_equal "Off the Front.", why(rule(then: {"timing" => {"off_front" => true}})).summary
  end

  def test_why_a_rule_did_not_fire
    readings = why(rule("Loans", when: leaf("subject", "mentions", ["loan"])), rule("Off", enabled: false), subject: "Lunch").readings
    assert_equal ["did not match: the subject is “Lunch”", "is switched off"], readings.map { _1["text"] }
  end

  def test_telling_words
    assert_equal %w[Truck held border papers crate wanted], Core::TellingWords.of("Re: Truck held at the border, papers for crate 7 wanted")
  end
end
