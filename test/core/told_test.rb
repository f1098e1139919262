# frozen_string_literal: true

require_relative "../support/core_helper"

# How a claim is told in English: each step of a moment, what was found of each kind of fact, and who said what, in the tense
# that the moment is in.
class ToldTest < Minitest::Test
  include CoreHelper

  S = Core::SurfacingSteps
  NOON = "2027-03-09T12:00:00Z"
  SAID = {
    {"step" => S::WINDOW, "name" => "Night"} => "covered by window Night", {"step" => S::DAY_OFF} => "covered by a day off",
    {"step" => S::UNCOVERED, "at" => "2027-03-09T09:14:00Z"} => "no window covers 09:14",
    {"step" => S::BY_RULE, "rule" => "R", "timing" => "now"} => "straight in by rule R",
    {"step" => S::BY_RULE, "rule" => "R", "timing" => "next_round"} => "next round by rule R",
    {"step" => S::BY_RULE, "rule" => "R", "timing" => "round"} => "that round by rule R",
    {"step" => S::BY_RULE, "rule" => "R", "timing" => "until", "at" => NOON} => "until 12:00 by rule R",
    {"step" => S::ROUND, "name" => "Mid", "at" => NOON} => "round Mid at 12:00",
    {"step" => S::ROUND, "name" => "Mid", "at" => "2027-03-10T08:00:00Z"} => "round Mid at 08:00 on 2027-03-10",
    {"step" => S::WINDOW_ENDS, "at" => NOON} => "window ends at 12:00",
    {"step" => S::HEADS_DOWN, "at" => NOON} => "heads-down until 12:00", {"step" => S::BREAKS_THROUGH} => "breaks through heads-down",
    {"step" => S::NEVER, "topic" => "discard", "rule" => "R"} => "discarded by rule R",
    {"step" => S::NEVER, "topic" => "timing", "rule" => "R"} => "off the Front by rule R",
    {"step" => S::NO_MOMENT} => "no moment within 366 days", {"step" => S::PAUSED} => "all rules were paused"
  }.freeze

  def test_each_step_of_a_moment
    text = Core::SurfacingText.new(LISBON, at("09:14"))
    SAID.each { |step, said| assert_equal [said], text.say([step]), step }
    assert_equal SAID.values, text.say(SAID.keys)
    assert_empty S.constants(false).grep_v(/\A[A-Z_]+\z/)
    assert_equal S.constants(false).map { S.const_get(_1) }.sort, SAID.keys.map { _1["step"] }.uniq.sort, "a step that nobody says"
  end

  def test_times_of_another_day_are_those_of_the_zone
    tokyo = Core::SurfacingText.new(Core::Zone.new("Asia/Tokyo"), at("09:14"))
    assert_equal ["round Mid at 21:00"], tokyo.say([{"step" => S::ROUND, "name" => "Mid", "at" => NOON}])
    assert_equal ["window ends at 01:00 on 2027-03-10"], tokyo.say([{"step" => S::WINDOW_ENDS, "at" => "2027-03-09T16:00:00Z"}])
  end

  # @return [Core::Why] of a claim whose moment was found so
  def why(steps, now: at("13:00"), rules: [], state: {}, **claim)
    trace = {"rules" => rules, "timing" => steps}
    Core::Why.new({trace: trace, priority: "normal", labels: [], surface_at: nil, held: true, round: nil, arrived_at: at("09:14"), **claim},
      {came: "arrived", surfaced: false, own: [], **state}, Core::TimeFormat.new(LISBON, now))
  end

  def told(...) = why(...).lines.map { [_1.time, "#{_1.before}#{_1.rule}#{_1.after}"] }

  def test_what_it_waits_for_and_what_it_came_with
    round = [{"step" => S::WINDOW, "name" => "Morning"}, {"step" => S::ROUND, "name" => "Mid", "at" => NOON}]
    waits = {surface_at: at("12:00"), round: "Mid"}
    assert_equal "Waits for the 12:00 round.", why(round, now: at("10:00"), **waits).summary
    assert_equal "Came with the 12:00 round.", why(round, state: {surfaced: true}, **waits).summary
    assert_equal [["09:14", "Arrived inside the Morning window"], ["12:00", "Comes with the Mid round"]], told(round, **waits)
    assert_equal ["12:00", "Came with the Mid round"], told(round, state: {surfaced: true}, **waits).last
    ends = [{"step" => S::WINDOW, "name" => "A"}, {"step" => S::WINDOW, "name" => "B"}, {"step" => S::WINDOW_ENDS, "at" => NOON}]
    assert_equal "Waits until 12:00.", why(ends, surface_at: at("12:00")).summary
    assert_equal "Waited until 12:00.", why(ends, surface_at: at("12:00"), state: {surfaced: true}).summary
    assert_equal [["09:14", "Arrived inside the A and B windows"], ["12:00", "Comes when the window ends"]],
      told(ends, surface_at: at("12:00"))
    assert_equal ["12:00", "Came when the window ended"], told(ends, surface_at: at("12:00"), state: {surfaced: true}).last
  end

  def test_what_the_person_or_a_change_did_with_its_moment_is_told_in_order_of_time
    round = [{"step" => S::WINDOW, "name" => "Morning"}, {"step" => S::ROUND, "name" => "Mid", "at" => NOON}]
    waits = {surface_at: at("12:00"), round: "Mid"}
    moved = {moved_at: at("10:10"), surface_at: at("15:00")}
    assert_equal "Waits for the 15:00 round, moved by you.", why(round, now: at("11:00"), state: moved, **waits).summary
    assert_equal [["09:14", "Arrived inside the Morning window"], ["10:10", "Moved by you from the 12:00 round to the 15:00 round"]],
      told(round, now: at("11:00"), state: moved, **waits)
    both = {moved_at: at("10:10"), let_in_at: at("10:30"), surface_at: at("10:30"), surfaced: true}
    assert_equal [["10:10", "Moved by you from the 12:00 round"], ["10:30", "Let in by you"]],
      told(round, now: at("11:00"), state: both, **waits).last(2)
    changed = {surface_at: at("10:20"), surfaced: true}
    assert_equal "Came in at 10:20, by a change of what had held it.",
      why([{"step" => S::UNCOVERED}], now: at("11:00"), state: changed, surface_at: at("09:14"), held: false).summary
    assert_equal ["10:20", "Came in: what had held it was changed"],
      told([{"step" => S::UNCOVERED}], now: at("11:00"), state: changed, surface_at: at("09:14"), held: false).last
  end

  def test_days_off_heads_down_and_no_moment_at_all
    off = [{"step" => S::DAY_OFF}, {"step" => S::ROUND, "name" => "First", "at" => "2027-03-10T08:00:00Z"}]
    assert_equal [["09:14", "Arrived on a day off"], ["Wed 08:00", "Comes with the First round"]],
      told(off, surface_at: at("08:00", "2027-03-10"))
    down = [{"step" => S::UNCOVERED, "at" => "2027-03-09T09:14:00Z"}, {"step" => S::HEADS_DOWN, "at" => NOON}]
    assert_equal [["09:14", "Arrived outside every window"], ["12:00", "Heads-down until 12:00"]], told(down, surface_at: at("12:00"))
    assert_equal "Breaks through heads-down", told([{"step" => S::BREAKS_THROUGH}], surface_at: at("09:14")).last.last
    none = [{"step" => S::NO_MOMENT}]
    assert_equal ["Held with no moment to come in.", [nil, "No moment within 366 days"]], [why(none).summary, told(none).last]
  end

  def test_what_never_surfaces
    assert_equal "Discarded.", why([{"step" => S::NEVER, "topic" => "discard", "rule" => "R"}], held: false).summary
    assert_equal "Off the Front, low priority, labelled Loans and Border.",
      why([{"step" => S::NEVER, "topic" => "timing", "rule" => "R"}], held: false, priority: "low", labels: %w[Loans Border]).summary
  end

  def test_what_the_person_did_stands_over_the_rules
    steps = [{"step" => S::UNCOVERED, "at" => "2027-03-09T09:14:00Z"}]
    assert_equal "Let in by you at 11:30.", why(steps, state: {let_in_at: at("11:30")}).summary
    assert_equal "Straight in, followed.", why(steps, state: {thread_word: "followed"}).summary
    assert_equal "Cleared and silent, muted.", why(steps, state: {thread_word: "muted"}).summary
    assert_equal [nil, "High priority and label Loans taken off, by you"],
      told(steps, state: {own: ["high priority", "label Loans taken off"]}, held: false, surface_at: at("09:14")).last
    assert_equal "Brought in as history, cleared and silent.", why(steps, state: {came: "history"}).summary
    assert_equal [], told(steps, state: {came: "quiet"})
  end

  def account(outcome, said: {}, outranked: {}, evidence: [], rule: "Loans")
    {"rule" => rule, "outcome" => outcome, "said" => said, "outranked" => outranked, "evidence" => evidence}
  end

  def evidence(fact, op, found, held: true, path: "/when/all/0") = {"fact" => fact, "op" => op, "found" => found, "held" => held,
                                                                    "path" => path}

  def test_what_rules_said_and_who_was_too_late
    rules = [
      account("matched", said: {"priority" => "high", "labels" => ["Loans"]}, outranked: {"priority" => "Border"},
        evidence: [evidence("subject", "mentions", "loan"), evidence("from", "is", {"name" => "Ana", "email" => "a@b.example"}),
          evidence("has_attachment", "is", false, path: "/unless/any/0")]),
      account("no_match")
    ]
    lines = told([], rules: rules).map(&:last)
    assert_equal "Label Loans by Loans: the subject mentions “loan” and the sender is “Ana” (a@b.example)", lines[1]
    assert_equal "Loans spoke too late on priority: Border had decided it", lines[2]
    assert_equal 3, lines.size
  end

  def test_how_each_rule_was_read
    missed = [evidence("subject", "mentions", "Lunch", held: false), evidence("unread", "is", false, held: false),
      evidence("has_attachment", "is", false, held: false), evidence("size", "at_least", 12, held: false)]
    trace = {"rules" => Core::Why::OUTCOMES.keys.map { |outcome| account(outcome, evidence: missed) }, "timing" => []}
    read = Core::Why.readings(trace)
    assert_equal Core::Why::OUTCOMES.keys.map { _1 == "matched" }, read.map { _1["matched"] }
    texts = Core::Why::OUTCOMES.keys.zip(read.map { _1["text"] }).to_h
    assert_equal "did not match: the subject is “Lunch”; it was read; it has no attachment", texts["no_match"]
    assert_equal "was not reached: a rule above had the last word", texts["not_reached"]
    assert_equal "did not match", Core::Why.readings({"rules" => [account("no_match")], "timing" => []}).first["text"]
  end

  def test_what_held_twice_is_said_once
    twice = [evidence("from", "is", {"name" => "Ana", "email" => "a@b.example"}), evidence("has_attachment", "is", true),
      evidence("from", "is", {"name" => nil, "email" => "c@b.example"}), evidence("subject", "mentions", "loan")]
    assert_equal ["the sender is “Ana” (a@b.example) and “c@b.example”", "it has an attachment", "the subject mentions “loan”"],
      Core::EvidenceText.held_all(twice)
  end

  FOUND = [
    ["subject", "mentions", "loan", "the subject mentions “loan”", "the subject is “loan”"],
    ["from", "is", {"name" => nil, "email" => "a@b.example"}, "the sender is “a@b.example”", "the sender is “a@b.example”"],
    ["to", "is", [{"name" => "Ana", "email" => "a@b.example"}, {"name" => nil, "email" => "c@b.example"}],
      "someone in To is “Ana” (a@b.example) and “c@b.example”", nil],
    ["has_attachment", "is", true, "it has an attachment", "it has an attachment"],
    ["has_attachment", "is", false, "it has no attachment", "it has no attachment"],
    ["subject", "mentions", "", nil, "the subject is empty"], ["subject", "mentions", nil, nil, "the subject is empty"],
    ["arrived", "within", "2027-03-02T14:05:00Z", "it arrived on 2 March 2027 at 14:05", "it arrived on 2 March 2027 at 14:05"]
  ].freeze

  def test_what_was_found_of_each_kind
    FOUND.each do |fact, op, found, held, missing|
      assert_equal held, Core::EvidenceText.held(evidence(fact, op, found)), fact if held
      assert_equal missing, Core::EvidenceText.missing(evidence(fact, op, found)), fact if missing
    end
  end

  def test_what_was_found_is_cut_and_stays_text
    assert_equal "Ana <a@b.example>, c@b.example", Core::EvidenceText.found([{"name" => "Ana", "email" => "a@b.example"},
      {"email" => "c@b.example"}])
    assert_equal Core::Text::CUT, Core::EvidenceText.found("x" * 10_000).size
    assert_equal Core::Text::CUT, Core::EvidenceText.found(["x" * 10_000, "y"]).size
    assert_equal [7, true], [Core::EvidenceText.found(7), Core::EvidenceText.found(true)]
    long = Core::EvidenceText.held(evidence("subject", "mentions", "x" * 500))
    assert_operator long.size, :<, 120
  end
end
