# frozen_string_literal: true

require_relative "../support/core_helper"

# What alerts say, which of them sound, and how loud that was.
class AlertsTest < Minitest::Test
  include CoreHelper

  NOW = Time.utc(2027, 3, 9, 9, 14)

  def due(level = "tap", conversation: [rand(1e9)], **more)
    Core::AlertPace::Due.new(level: level, conversation: conversation, break_through: false, by_hand: false, **more)
  end

  def past(seconds, level = "tap", message: rand(1e9), burst: nil)
    Core::AlertPace::Past.new(at: NOW - seconds, level: level, message: message, burst: burst)
  end

  def silenced(due, past: [], **more) = Core::AlertPace.new(past, NOW, **more).judge(due).map(&:silenced_by)

  def test_a_few_sound_one_by_one_and_more_become_one
    assert_equal [nil] * 3, silenced([due, due, due])
    verdicts = Core::AlertPace.new([], NOW).judge(Array.new(6) { due })
    assert_equal [[true, nil, nil]] + [[nil, "burst", :new]] * 5, verdicts.map { [_1.heads, _1.silenced_by, _1.joins] }
    fourth = Core::AlertPace.new([past(10), past(60), past(110)], NOW).judge([due, due])
    assert_equal [true, "burst"], [fourth[0].heads, fourth[1].silenced_by]
    assert_equal [nil], silenced([due], past: [past(10), past(60), past(121)]), "the third is longer ago"
    loud = Core::AlertPace.new([], NOW).judge([due, due, due("chime"), due, due("chime")])
    assert_equal [nil, nil, true, nil, nil], loud.map(&:heads), "the first of the loudest stands for all"
    assert_equal [7], Core::AlertPace.new([past(60, burst: 7)], NOW).judge([due]).map(&:joins)
  end

  def test_what_is_louder_than_all_that_sounded_is_heard_in_a_burst_too
    burst = [past(60, burst: 7), past(50), past(40), past(30)]
    verdicts = Core::AlertPace.new(burst, NOW).judge([due, due("chime"), due, due("chime")])
    assert_equal [["burst", :new, nil], [nil, nil, true], ["burst", :new, nil], ["burst", :new, nil]],
      verdicts.map { [_1.silenced_by, _1.joins, _1.heads] }
    after = Core::AlertPace.new([*burst, past(10, "chime", burst: 9)], NOW).judge([due("chime")])
    assert_equal [["burst", 9]], after.map { [_1.silenced_by, _1.joins] }, "as loud as what sounded is no news"
  end

  def test_call_outs_are_never_folded_and_do_not_count
    assert_equal [nil] * 6, silenced(Array.new(6) { due("call_out") })
    assert_equal [nil] * 3, silenced(Array.new(3) { due }, past: Array.new(5) { past(5, "call_out") })
  end

  def test_a_conversation_alerts_once_in_ten_minutes_unless_it_calls_out
    assert_equal [nil, "conversation", nil],
      silenced([due(conversation: [1, 2]), due(conversation: [2, 1]), due("call_out", conversation: [1, 2])])
    assert_equal ["conversation"], silenced([due(conversation: [1, 2])], past: [past(599, message: 1)])
    assert_equal [nil], silenced([due(conversation: [1, 2])], past: [past(601, message: 1)])
  end

  def test_heads_down_silences_what_does_not_break_through_and_ones_own_hand_needs_no_alert
    assert_equal ["heads_down", nil, "heads_down"], silenced([due, due(break_through: true), due("call_out")], heads_down: true)
    assert_equal ["let_in"], silenced([due("call_out", by_hand: true)])
  end

  def test_an_alert_says_what_its_rule_says_as_plain_text
    wording = Core::AlertWording.new("sender" => "Iveta", "subject" => "<b>Truck</b>\n\u0007 {sender} \u202Ereversed", "time" => "09:14")
    assert_equal "Iveta: <b>Truck</b> {sender} reversed", wording.say(nil), "what a sender writes is not filled in again"
    assert_equal "Iveta at 09:14, {nobody} {}", wording.say("{sender} at {time}, {nobody} {}{excerpt}")
    assert_equal 300, wording.say("x" * 500).size
  end

  def test_how_loud_it_was
    sounded = ->(rule, level, opened,
      silenced = false) {
      Core::Loudness::Sounded.new(rule: rule, level: level, at: NOW, opened_at: opened && NOW + opened,
        silenced: silenced)
    }
    found = Core::Loudness.new([sounded["A", "tap", 300], sounded["A", "tap", 301], sounded["A", "tap", nil],
      sounded["A", "tap", nil, true], sounded["B", "chime", 10]], 2).to_h
    assert_equal [2.0, 1, {"tap" => 1.5, "chime" => 0.5, "call_out" => 0.0}], found.values_at(:a_day, :silenced, :levels)
    assert_equal({rule: "A", level: "tap", count: 3, a_day: 1.5, soon: 1, opened: 2, never: 1, silenced: 1}, found[:rules][0])
    assert_equal [0.0, []], Core::Loudness.new([], 0).to_h.values_at(:a_day, :rules)
  end
end
