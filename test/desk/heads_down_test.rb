# frozen_string_literal: true

require_relative "../support/desk_helper"

class HeadsDownTest < Minitest::Test
  include DeskHelper

  LOUD = {"timing" => {"now" => true}, "priority" => "top", "alert" => {"level" => "call_out", "break_through" => true}}.freeze

  def setup
    super
    set_up(rules: [rule("Calls", when: leaf("subject", "mentions", ["border"]), then: LOUD),
      rule("In", when: leaf("subject", "mentions", ["hello"]), then: {"timing" => {"now" => true}, "priority" => "high"})])
  end

  def down(time) = Desk::GoHeadsDown.new(clock).call(at(time), reason: "Reading proofs")
  def announce = Desk::Announce.new(clock).call
  def told = Store::Event.where(kind: %w[heads_down_over surfaced]).order(:id).filter_map { _1.payload["message"] }

  def test_what_would_come_waits_for_the_end_and_what_breaks_through_does_not
    waiting = take(subject: "Plain", date: at("09:10")).id
    assert_equal at("10:30"), Store::State.find(waiting).surface_at
    assert_equal "Heads-down until 11:00.", down("11:00").message
    inside, loud = take(subject: "Hello").id, take(subject: "Border").id
    assert_equal [at("11:00"), at("11:00"), clock.now], [waiting, inside, loud].map { Store::State.find(_1).surface_at }
    assert_equal [loud], on_front
    clock.now = at("11:00")
    announce
    assert_equal [loud, waiting, inside].sort, on_front.sort
    assert_includes told, "Heads-down is over: two messages came in, one of them high; one message broke through."
    announce
    assert_equal 1, Store::Event.where(kind: "heads_down_over").count
  end

  def test_ending_it_early_brings_in_what_waited_and_leaves_the_round_its_own
    waiting, _ = take(subject: "Plain", date: at("09:10")).id, nil
    down("11:00")
    clock.now = at("09:40")
    inside = take(subject: "Hello").id
    assert_equal "Heads-down is over: one message came in, one of them high.", Desk::EndHeadsDown.new(clock).call.message
    assert_equal [[inside], at("10:30")], [on_front, Store::State.find(waiting).surface_at]
    clock.now = at("11:30")
    announce
    assert_equal 0, Store::Event.where(kind: "heads_down_over").count
  end

  def test_a_round_that_ends_heads_down_counts_all_that_comes
    down("10:30")
    take(subject: "Plain")
    take(subject: "Hello")
    take(subject: "Border")
    rounds = -> { Web::Pages::Day.new(Store::CurrentRulebook.rulebook, clock.now).to_h[:rounds].to_h { [_1[:time], _1[:count]] } }
    assert_equal 2, rounds.call["10:30"]
    assert_equal %w[Hello Plain], Web::Pages::Round.new(Store::CurrentRulebook.rulebook, clock.now, at("10:30")).to_h[:messages]
      .map { _1[:subject] }.sort
    clock.now = at("10:31")
    assert_equal 2, rounds.call["10:30"]
  end

  def test_what_cannot_be
    [["09:00", 422], ["09:14", 422]].each { |time, status| assert_equal status, assert_raises(Desk::Act::Impossible) { down(time) }.status }
    assert_raises(Desk::Act::Impossible) { Desk::EndHeadsDown.new(clock).call }
    down("10:00")
    assert_equal 409, assert_raises(Desk::Act::Impossible) { down("12:00") }.status
  end

  def test_planned_ahead_week_by_week
    plan = Store::CurrentRulebook.document["plan"]
      .merge("heads_down" => [{"name" => "Proofs", "days" => ["tue"], "from" => "10:00", "to" => "11:30"}])
    waiting = take(subject: "Plain", date: at("09:10")).id
    Desk::SavePlan.new(clock).call(plan)
    assert_equal at("11:30"), Store::State.find(waiting).surface_at
    clock.now = at("10:15")
    assert_equal [at("11:30"), at("10:15")], [take(subject: "Hello"), take(subject: "Border")].map { Store::State.find(_1.id).surface_at }
  end

  def planned(from, to)
    plan = Store::CurrentRulebook.document["plan"]
    Desk::SavePlan.new(clock).call(plan.merge("heads_down" => [{"name" => "Proofs", "days" => ["tue"], "from" => from, "to" => to}]))
  end

  def test_a_planned_one_says_what_came_too_and_can_be_ended_for_this_time
    planned("09:00", "10:00")
    announce
    inside = take(subject: "Hello").id
    clock.now = at("10:00")
    2.times { announce }
    assert_equal ["Heads-down is over: one message came in, one of them high."], told
    planned("10:00", "11:00")
    clock.now = at("10:20")
    ended = take(subject: "Hello again").id
    assert_equal "Heads-down is over: one message came in, one of them high.", Desk::EndHeadsDown.new(clock).call.message
    assert_equal [inside, ended], on_front.sort
    straight = take(subject: "Hello once more").id
    assert_includes on_front, straight, "it is over for this time"
    clock.now = at("10:30", "2027-03-16")
    refute_includes on_front, take(subject: "Hello, next week").id, "and there again the next"
    assert_raises(Desk::Act::Impossible) { 2.times { Desk::EndHeadsDown.new(clock).call } }
  end

  def meeting(from, to, **more)
    plan = Store::CurrentRulebook.document["plan"]
    busy = [{"name" => "Team", "from" => at(from).iso8601, "to" => at(to).iso8601, **more.transform_keys(&:to_s)}]
    Desk::SavePlan.new(clock).call(plan.merge("busy" => busy))
  end

  def test_over_a_meeting_what_comes_straight_in_waits_too_where_the_person_wishes_it
    meeting("09:00", "10:00")
    straight = take(subject: "Hello").id
    assert_includes on_front, straight
    meeting("09:00", "10:00", heads_down: true)
    announce
    inside, loud = take(subject: "Hello again").id, take(subject: "Border").id
    assert_equal [false, true], [inside, loud].map { on_front.include?(_1) }
    assert_equal ["until 10:00", "Team", true], Web::Pages::HeadsDown.new(Store::CurrentRulebook.rulebook, clock.now).active
      .values_at(:label, :reason, :planned)
    clock.now = at("10:00")
    2.times { announce }
    assert_includes on_front, inside
    assert_equal ["Heads-down is over: one message came in, one of them high; two messages broke through."], told.grep(/Heads-down/)
  end

  def test_one_over_a_meeting_can_be_ended_early
    meeting("09:00", "10:00", heads_down: true)
    inside = take(subject: "Hello").id
    Desk::EndHeadsDown.new(clock).call
    later = take(subject: "Hello again").id
    assert_equal [inside, later], on_front.sort
  end

  # As the dialog says: what comes back waits too, and if heads-down ends early, comes when it was wanted.
  def test_what_was_put_off_comes_back_when_heads_down_is_over
    early, late, loud = take(subject: "Hello").id, take(subject: "Hello 2").id, take(subject: "Border").id
    announce
    at_ = ->(id) { Store::State.find(id).surface_at }
    Desk::BringBack.new(clock, at("10:00")).call([early, loud])
    down("11:00")
    Desk::BringBack.new(clock, at("10:40")).call([late])
    assert_equal [at("11:00"), at("11:00"), at("10:00")], [early, late, loud].map(&at_)
    clock.now = at("10:20")
    assert_equal [loud], on_front
    Desk::EndHeadsDown.new(clock).call
    assert_equal [at("10:20"), at("10:40")], [early, late].map(&at_)
    assert_equal [early, loud], on_front.sort
  end

  def test_what_waits_on_is_told_with_its_moment
    down("10:00")
    take(subject: "Plain", date: at("09:20"))
    clock.now = at("10:00")
    announce
    assert_includes told.join, "Heads-down is over: one message waits on, until 10:30."
  end

  def test_a_clock_that_is_set_back_announces_nothing_twice
    id = take(subject: "Plain", date: at("09:10")).id
    %w[10:31 10:00 10:30 12:00].each do |time|
      clock.now = at(time)
      announce
    end
    assert_equal [["The 10:30 round: 1 message"], [id]], [told, on_front]
  end

  def test_a_round_is_announced_once_as_one_and_late_when_it_is
    2.times { take(subject: "Plain", date: at("09:10")) }
    clock.now = at("10:30")
    announce
    clock.now = at("20:00")
    take(subject: "Plain", from: "x@b.example")
    clock.now = at("08:20", "2027-03-10")
    2.times { announce }
    assert_equal ["The 10:30 round: 2 messages", "The 08:00 round, late: 1 message"], told
    Desk::LetIn.new(clock).call([take(subject: "Plain", date: clock.now).id])
    announce
    assert_equal 2, told.size
  end
end
