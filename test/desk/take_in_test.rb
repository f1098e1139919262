# frozen_string_literal: true

require_relative "../support/desk_helper"

class TakeInTest < Minitest::Test
  include DeskHelper

  def test_held_mail_surfaces_at_its_moment_and_not_before
    set_up
    id = take.id
    assert_equal [[], [id]], [on_front, held]
    clock.now = at("10:29")
    assert_empty on_front
    clock.now = at("10:30")
    assert_equal [[id], []], [on_front, held]
    assert_equal ["Mid", Store::CurrentRulebook.rulebook.revision], Store::Claim.find(id).then { [_1.round, _1.revision] }
  end

  def test_the_same_message_twice_is_one
    set_up
    first = take(id: "<1@x>", date: at("09:00"))
    assert_equal first.id, take(id: "<1@x>", date: at("09:00"), headers: ["Received: by x; #{at("09:05").rfc2822}"]).id
    refute_equal first.id, take(id: "<1@x>", date: at("09:00"), text: "another").id
    assert_equal 2, Store::Message.count
  end

  def test_a_note_to_oneself_arrives_although_its_copy_lies_in_sent
    set_up
    note = {from: "wren@lanternquay.example", subject: "to do", id: "<n@x>", date: at("08:30")}
    take(mailbox: "Sent", **note)
    arrived = take(**note)
    assert_equal [arrived.id], on_front
  end

  def test_old_mail_is_history_cleared_and_silent_unless_asked
    set_up
    old = take(date: at("09:00", "2027-03-07"))
    assert_equal ["history", false], Store::State.find(old.id).then { [_1.came, _1.cleared_at.nil?] }
    assert_empty Desk::Announce.new(clock).call
    assert_equal [take(date: at("09:00", "2027-03-05"), as_new: true).id], on_front
    assert_equal "arrived", Store::State.find(take(date: at("09:15", "2027-03-07")).id).came
  end

  def test_quiet_mailboxes_never_come_to_the_front
    set_up
    %w[Sent Drafts Trash Junk].each { |mailbox| assert_equal "quiet", Store::State.find(take(mailbox: mailbox).id).came }
    assert_empty on_front + held
  end

  def test_arrivals_in_the_future_count_from_now
    set_up
    assert_equal clock.now, take(date: at("23:00")).arrived_at
    assert_equal clock.now, take(date: nil).arrived_at
  end

  def test_first_contact_and_threads_are_told_from_earlier_mail
    set_up
    assert take(from: "new@x.example", date: at("08:00")).first_contact
    refute take(from: "NEW@x.example").first_contact
    mine = take(from: "wren@lanternquay.example", to: "other@x.example", mailbox: "Sent", id: "<mine@x>", date: at("09:00"),
      headers: ["In-Reply-To: <root@x>"])
    assert mine.from_me
    refute take(from: "other@x.example").first_contact
    assert take(headers: ["In-Reply-To: <mine@x>"]).reply_to_mine
    assert take(headers: ["References: <root@x>"]).reply_to_mine
    refute take(headers: ["References: <elsewhere@x>"]).reply_to_mine
  end

  def test_effects_of_state
    set_up(rules: [rule(then: {"mark_read" => true, "flag" => true, "discard" => true})])
    state = Store::State.find(take.id)
    assert_equal [false, true, clock.now], [state.unread, state.flagged, state.discarded_at]
  end

  def test_what_surfaced_is_announced_once_in_order
    set_up
    ids = [take(date: at("08:31")).id, take(date: at("09:10")).id]
    clock.now = at("11:00")
    assert_equal ids, Desk::Announce.new(clock).call
    assert_empty Desk::Announce.new(clock).call
    assert_equal [[ids[0]], [ids[1]]], Store::Event.where(kind: "surfaced").order(:id).map { _1.payload["ids"] }
  end

  def test_the_raw_message_is_kept_byte_for_byte
    set_up
    source = "Subject: \xff\r\nFrom: a@b.example\r\n\r\n\x00\x01".b
    taken = Desk::TakeIn.new(clock).call(Post::Letter.new(source), account: Store::Account.first)
    assert_equal source, Store::Message.find(taken.id).raw.b
  end
end
