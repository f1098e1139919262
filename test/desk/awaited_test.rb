# frozen_string_literal: true

require_relative "../support/desk_helper"

# An answer that is awaited: said, ended by who was asked and nobody else, moved, given up, taken back.
class AwaitedTest < Minitest::Test
  include DeskHelper

  ME = "Wren Adeyemi <wren@lanternquay.example>"

  def setup
    super
    set_up
    clock.now = at("08:00")
    @sent = take(from: ME, to: "Ana Ferro <ana@casadomar.example>, tomas@northgate.example", subject: "Crate list", id: "<asked@x>",
      mailbox: "Sent", text: "Dear both,\ncould you send me the crate list? I need it on Friday.")
    @row = expect("on" => "2027-03-12")
  end

  def expect(given, id = @sent.id) = Desk::Expect.new(clock).call(id, Desk::Expect.due_at(given, clock.now)).result
  def awaits = Store::MessageStates.of([@sent.id], clock.now)[@sent.id]

  def come(from: "ana@casadomar.example", headers: [], **more)
    take(from: from, subject: "Re: Crate list", headers: ["In-Reply-To: <asked@x>", *headers], **more)
  end

  def told = Store::Event.where(kind: "awaited").order(:id).pluck(:payload).filter_map { _1["message"] }

  def test_who_was_asked_what_and_by_when
    assert_equal [%w[ana@casadomar.example tomas@northgate.example], "could you send me the crate list?", LISBON.instant(Date.new(2027, 3,
      13), 0)],
      [@row.from.map(&:email), @row.asked.delete_prefix("Dear both, "), @row.due_at.to_time]
    assert awaits.awaiting_reply?
    refute awaits.answer_overdue?
    clock.now = at("00:00", "2027-03-13")
    assert awaits.answer_overdue?
  end

  def test_any_of_them_ends_it_and_nobody_else
    come(from: "ines@northgate.example")
    come(from: ME, mailbox: "Sent")
    take(from: "ana@casadomar.example", subject: "Re: Crate list", headers: ["In-Reply-To: <other@x>"])
    assert awaits.awaiting_reply?
    answer = come(from: "Tomas <TOMAS@northgate.example>")
    assert_equal ["answered", answer.id, ["Tomas has answered “Crate list”."]], [*@row.reload.slice(:state, :answer_id).values, told]
    refute awaits.awaiting_reply?
    come
    assert_equal answer.id, @row.reload.answer_id, "the first that came"
  end

  def test_an_answer_to_an_answer_is_one
    mine = take(from: ME, subject: "Re: Crate list", id: "<again@x>", headers: ["References: <asked@x>"], mailbox: "Sent")
    take(from: "ana@casadomar.example", headers: ["In-Reply-To: <again@x>"])
    assert_equal "answered", @row.reload.state
    assert mine
  end

  def test_an_automatic_reply_does_not_and_what_it_says_is_kept
    come(headers: ["Auto-Submitted: auto-replied"], text: "I am out of the office until 19 March.")
    assert_equal ["open", "2027-03-19"], @row.reload.values_at(:state, :away)
    come(headers: ["Auto-Submitted: auto-replied"], from: "tomas@northgate.example", text: "Thanks!")
    assert_equal ["open", ""], @row.reload.values_at(:state, :away)
    come
    assert_equal "answered", @row.reload.state
  end

  def test_what_had_come_before_it_was_sent_is_no_answer
    clock.now = at("10:00")
    later = take(from: ME, to: "ana@casadomar.example", id: "<later@x>", headers: ["References: <asked@x>"], mailbox: "Sent")
    row = expect({"working_days" => 2}, later.id)
    come(date: at("09:00"), as_new: true)
    assert_equal "open", row.reload.state
  end

  def test_it_is_moved_given_up_and_taken_back
    moved = Desk::Expect.new(clock).later(@row.id, Desk::Expect.due_at({"working_days" => 1}, clock.now))
    assert_equal "You await an answer to “Crate list” by Wednesday 10 March.", moved.message
    gone = Desk::Expect.new(clock).drop(@row.id)
    refute awaits.awaiting_reply?
    [gone, moved].each { Desk::Undo.new(clock).call(_1.undo_id) }
    assert_equal Date.new(2027, 3, 12), Desk::Expect.day_of(@row.reload.due_at.to_time, LISBON)
    assert awaits.awaiting_reply?
  end

  def test_what_was_said_is_taken_back_until_the_answer_has_come
    step = Store::UndoStep.last.id
    come
    problem = assert_raises(Desk::Act::Impossible) { Desk::Undo.new(clock).call(step) }
    assert_equal "What you await was changed again since; undo that first.", problem.message
  end

  def test_a_second_wish_for_the_same_moves_it
    assert_equal @row.id, expect("on" => "2027-03-15").id
    assert_equal 1, Store::Awaited.open.count
  end

  def test_what_cannot_be_awaited_is_said
    note = take(from: ME, to: ME, mailbox: "Sent")
    other = take(from: "ana@casadomar.example")
    problems = [[{"on" => "2027-03-01"}, @sent.id], [{"on" => "2028-09-01"}, @sent.id], [{"on" => "30 Feb"}, @sent.id], [{}, @sent.id],
      [{"working_days" => 900}, @sent.id], [{"working_days" => 1}, note.id], [{"working_days" => 1}, other.id], [{"working_days" => 1},
        999]]
    words = problems.map { |given, id| assert_raises(Desk::Act::Impossible) { expect(given, id) }.message }
    assert_equal ["That day is past; give a later one.", "That is more than a year away.",
      "“30 Feb” is no day; give one such as 2027-03-09.",
      *["Give a day, or how many working days: 1 to 60."] * 2, "It went to nobody but you.",
      "You did not send that message: nobody owes you an answer to it.", "That message is not there any more."], words
  end

  # What is sent with the wish for an answer is awaited once it has gone, and known by its copy.
  def test_it_begins_when_it_has_gone
    outgoing = Desk::PutOut.new(clock).call("x", message_key: "<new@x>", people: {"to" => [address("ana@casadomar.example")]},
      sender: "wren@lanternquay.example", subject: "Frames", why: "You wrote it.", at: clock.now, account: Store::Account.first,
      draft: {"kind" => "new", "text" => "When do they come?", "expect" => at("00:00", "2027-03-13").iso8601})
    outgoing.update!(recipients: outgoing.recipients.map { _1.merge("state" => "taken") })
    Desk::Expect.new(clock).sent(outgoing)
    row = Store::Awaited.last
    assert_equal [nil, "When do they come?"], row.values_at(:message_id, :asked)
    copy = take(from: ME, to: "ana@casadomar.example", id: "<new@x>", mailbox: "Sent")
    assert_equal copy.id, row.reload.message_id
  end

  def test_asking_again_is_begun_and_moves_it_once_it_has_gone
    draft = Desk::Nudge.new(clock).call(@row.id).result
    assert_equal [["Ana Ferro <ana@casadomar.example>", "tomas@northgate.example"], "Re: Crate list"], draft.body.values_at("to", "subject")
    assert_match(/\ADear all,\n\nmay I come back to this\? I had asked: “.*could you send me the crate list\?”/m, draft.body["text"])
    outgoing = Desk::PutOut.new(clock).call("x", message_key: "<nudge@x>", people: {"to" => []}, sender: "wren@lanternquay.example",
      subject: "Re: Crate list", why: "You asked again.", at: clock.now, account: Store::Account.first, message: @sent,
      draft: draft.body.merge("kind" => "nudge"))
    Desk::Expect.new(clock).sent(outgoing)
    assert_equal [1, clock.now, Date.new(2027, 3, 12)],
      [Store::Awaited.count, @row.reload.nudged_at.to_time, Desk::Expect.day_of(@row.due_at.to_time, LISBON)]
  end
end
