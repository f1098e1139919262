# frozen_string_literal: true

require_relative "../support/desk_helper"

class BringBackTest < Minitest::Test
  include DeskHelper

  def setup
    super
    set_up
    clock.now = at("08:30")
  end

  def put_off(ids, time, **more) = Desk::BringBack.new(clock, at(*time), **more).call(Array(ids))
  def announced = Store::Event.where(kind: "surfaced").flat_map { _1.payload["ids"] }

  def test_it_leaves_the_front_and_comes_back_marked
    id = take.id
    Desk::Announce.new(clock).call
    assert_equal "Put off “Hello” until 11:00.", put_off(id, ["11:00"], reason: "Ask Ana first").message
    assert_equal [[], [], [id]], [on_front, held, Store::State.put_off(clock.now).pluck(:message_id)]
    clock.now = at("11:00")
    Desk::Announce.new(clock).call
    assert_equal [[id], [id, id]], [on_front, announced]
    section = Web::Pages::Front.new(Store::CurrentRulebook.rulebook, clock.now).to_h[:sections].first
    assert_equal ["Now", "put off 08:30: Ask Ana first"], [section[:title], section[:messages][0][:came]]
  end

  def test_it_can_be_brought_back_at_once
    id = take(date: at("08:00", "2027-01-04")).id
    put_off([id], ["11:00"])
    assert_equal "Let in “Hello”.", Desk::LetIn.new(clock).call([id]).message
    assert_equal [id], on_front
  end

  def test_it_comes_back_with_an_answer_if_that_is_sooner
    asked = take(id: "<ask@x>").id
    other = take(id: "<other@x>").id
    put_off([asked, other], ["12:00", "2027-03-12"], when_answered: true)
    clock.now = at("08:40")
    take(from: "b@c.example", headers: ["In-Reply-To: <ask@x>"])
    assert_includes on_front, asked
    refute_includes on_front, other
  end

  def test_rules_do_not_touch_what_is_put_off_and_undo_takes_it_back
    id = take.id
    done = put_off(id, ["11:00"])
    Desk::SaveRule.new(clock).call(rule("All now", then: {"timing" => {"now" => true}}))
    assert_empty on_front
    Desk::Undo.new(clock).call(done.undo_id)
    assert_equal [id], on_front
    [["08:30"], ["08:00"], ["08:00", "2028-05-01"]].each { |time| assert_raises(Desk::Act::Impossible) { put_off(id, time) } }
  end

  def test_a_held_message_moved_to_another_round_keeps_it
    clock.now = at("09:14")
    id, other = take.id, take(from: "x@b.example").id
    Desk::MoveToMoment.new(clock, at("08:00", "2027-03-10")).call([id])
    Desk::SaveRule.new(clock).call(rule("All now", then: {"timing" => {"now" => true}}))
    assert_equal [[other], [id]], [on_front, held]
    assert_equal [id], Desk::LetIn.of_sender(id, clock.now)
  end

  def test_a_conversation_is_what_refers_to_one_another
    ids = [take(id: "<1@x>"), take(id: "<2@x>", headers: ["In-Reply-To: <1@x>"]), take(id: "<3@x>", headers: ["References: <2@x>"])]
      .map(&:id)
    take(id: "<4@x>")
    ids.each { |id| assert_equal ids, Store::Message.conversation(id).sort }
  end

  def test_a_row_that_is_back_says_when_and_why_it_was_put_off_and_that_an_answer_came_since
    id = take(subject: "Frame depth", id: "<frame@x>", date: at("08:00")).id
    Desk::BringBack.new(clock, at("10:00"), reason: "Ask Joost").call([id])
    clock.now = at("09:40")
    take(from: "Joost <joost@b.example>", subject: "Re: Frame depth", headers: ["References: <frame@x>"])
    take(from: "Wren <wren@lanternquay.example>", subject: "Re: Frame depth", headers: ["References: <frame@x>"])
    clock.now = at("10:00")
    row = Web::Pages::Row.of([Store::State.find(id)], Store::CurrentRulebook.rulebook, clock.now).first.to_h
    assert_equal [true, "put off 08:30: Ask Joost; Joost answered 09:40"], row.values_at(:back, :came)
    assert_equal "Back: put off 08:30: Ask Joost; Joost answered 09:40.",
      Web::Pages::Sheet.new(Store::Message.find(id), Store::CurrentRulebook.rulebook, clock.now).to_h[:returned]
  end

  def test_of_a_conversation_only_what_is_on_the_front_or_waits_is_put_off
    first, cleared = take(id: "<c1@x>", date: at("09:00")).id, take(id: "<c2@x>", headers: ["References: <c1@x>"]).id
    sent = take(id: "<c3@x>", headers: ["References: <c1@x>"], mailbox: "Sent").id
    Desk::Clear.new(clock).call([cleared])
    assert_equal [first], Desk::BringBack.of_conversation(first, clock.now)
    Desk::BringBack.new(clock, at("10:00")).call([sent])
    assert_nil Store::State.find(sent).put_off_at, "what was sent does not come"
  end

  def test_moments_by_their_names
    times = ->(time, date = "2027-03-09", off: [], **more) {
      plan = Core::Plan.new(zone: LISBON, rounds: Store::CurrentRulebook.rulebook.plan.rounds, offs: off.map { Core::Plan::Off.new(*_1) })
      Core::BackTimes.new(plan, at(time, date), **more).choices.to_h { [_1[:label], _1[:moment]] }
    }
    assert_equal({"with the next round" => "10:30", "this evening" => "18:00", "tomorrow morning" => "Wed 10 Mar 08:00",
      "after the weekend" => "Mon 15 Mar 08:00", "next week" => "Tue 16 Mar 08:00", "in 2 hours" => "11:14"}, times.call("09:14"))
    refute_includes times.call("17:30").keys, "this evening"
    own = [{"name" => "Lunch", "days" => 0, "at" => "12:30"}, {"name" => "Proofs", "weekday" => "thu", "at" => "14:00"}]
    assert_equal ["Wed 10 Mar 12:30", "Thu 11 Mar 14:00"], times.call("13:00", own: own).values_at("Lunch", "Proofs")
    assert_equal({"the next working day" => "Mon 15 Mar 08:00", "next week" => "Fri 19 Mar 08:00",
      "Lunch" => "Fri 12 Mar 12:30, a day off"},
      times.call("18:30", "2027-03-11", off: [[Date.new(2027, 3, 12)] * 2, [Date.new(2027, 3, 18)] * 2], own: own)
        .slice("tomorrow morning", "the next working day", "next week", "Lunch"))
    assert_equal({"after the weekend" => "Wed 17 Mar 08:00", "tomorrow morning" => "Sat 13 Mar 08:00"},
      times.call("10:00", "2027-03-12", off: [[Date.new(2027, 3, 15), Date.new(2027, 3, 16)]])
        .slice("after the weekend", "tomorrow morning"))
    assert_equal "/times/0/at", assert_raises(Core::Refused) { Desk::KeepBackTimes.new(clock).call([{"name" => "x", "at" => "25:00"}]) }
      .faults[0].pointer
  end

  def test_what_was_announced_is_not_announced_again_when_putting_it_off_is_undone
    id = take(subject: "Straight").id
    Desk::LetIn.new(clock).call([id])
    Desk::Announce.new(clock).call
    done = Desk::BringBack.new(clock, clock.now + 3_600).call([id])
    Desk::Undo.new(clock).call(done.undo_id)
    before = Store::Event.where(kind: "surfaced").count
    Desk::Announce.new(clock).call
    assert_equal [before, true], [Store::Event.where(kind: "surfaced").count, on_front.include?(id)]
    held = Desk::BringBack.new(clock, clock.now + 3_600).call([id])
    clock.now += 3_700
    Desk::Announce.new(clock).call
    Desk::Undo.new(clock).call(held.undo_id)
    Desk::Announce.new(clock).call
    assert_equal before + 1, Store::Event.where(kind: "surfaced").count
  end
end
