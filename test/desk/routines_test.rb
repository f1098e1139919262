# frozen_string_literal: true

require_relative "../support/desk_helper"

# Several acts under one name: shown first, done as one step, taken back as one, made of acts just done.
class RoutinesTest < Minitest::Test
  include DeskHelper

  INVOICE = {"name" => "Invoice", "key" => "j", "then" => {"labels" => ["loans"], "flag" => true, "priority" => "high",
                                                           "follow_up" => {"in" => "P2D"}},
             "task" => {"words" => "Pay {subject}", "in_days" => 1, "at" => "09:00"}, "clear" => true, "next" => true}.freeze

  def setup
    super
    set_up
    @ids = %w[Frames Glass Crate].map { |subject| take(subject: subject).id }
    @held = @ids.last
  end

  def keep(body, was: nil) = Desk::SaveKept.new(clock, "routines").call(body, was: was)
  def run_it(body, ids = @ids) = Desk::DoLarge.new(clock).begin("routine", {"routine" => body}, ids)
  def rulebook = Store::CurrentRulebook.rulebook
  def stands = @ids.to_h { |id| [id, Store::State.find(id).attributes.except("announced_at")] }
  def refused(body) = assert_raises(Core::Refused) { keep(body) }.faults.map(&:message)

  def test_it_is_kept_in_the_rulebook_with_the_names_as_it_spells_them
    keep(INVOICE)
    routine = rulebook.routines.first
    assert_equal "label Loans, high priority, flag it, follow up in 2 days, make the task “Pay {subject}”, due tomorrow at 09:00, " \
      "clear it and go on to the next", routine.sentence
    Desk::SaveThing.new(clock).call("labels", {"name" => "Leihgaben"}, was: "Loans")
    assert_equal ["Leihgaben"], rulebook.routines.first.effects["labels"]
    assert_match(/“Invoice”/, assert_raises(Desk::Act::Impossible) { Desk::DeleteThing.new(clock).call("labels", "Leihgaben") }.message)
    Desk::SaveKept.new(clock, "routines").delete("invoice")
    assert_empty rulebook.routines
  end

  def test_all_of_it_is_done_and_one_undo_takes_it_back
    before = stands
    done = run_it(INVOICE)
    assert_equal "“Invoice”: three messages.", done.message
    state = Store::State.find(@ids.first)
    assert_equal [["Loans"], true, "high", true], [state.labels_on, state.flagged, state.priority, !state.cleared_at.nil?]
    assert_equal ["Follow up: Crate", "Follow up: Frames", "Follow up: Glass", "Pay Crate", "Pay Frames", "Pay Glass"], Store::Task.open.pluck(:words).sort
    assert_equal [at("09:00", "2027-03-10")], Store::Task.open.where("words LIKE 'Pay%'").pluck(:due_at).map(&:to_time).uniq
    Desk::Undo.new(clock).call(done.undo_id)
    assert_equal [before, 0], [stands, Store::Task.open.count]
    assert_raises(Desk::Act::Impossible) { Desk::Undo.new(clock).call(done.undo_id) }
  end

  # One record is changed more than once, and what was there at first comes back.
  def test_what_two_steps_change_comes_back_whole
    before = stands
    body = {"name" => "Up", "then" => {"priority" => {"raise" => 1}, "keep_at_top" => true, "discard" => true}}
    done = run_it(body)
    refute_equal before, stands
    Desk::Undo.new(clock).call(done.undo_id)
    assert_equal before, stands
  end

  def test_what_it_would_do_is_shown_and_nothing_is_done
    before, steps, events = stands, Store::UndoStep.count, Store::Event.count
    lines = Desk::RoutinePreview.new(clock).call(INVOICE, @ids.first(2))
    assert_equal ["Labelled 2 messages Loans.", "Gave 2 messages high priority.", "Flagged 2 messages."], lines.first(3)
    assert_includes lines, "To do on Wednesday 10 March at 09:00: “Pay Frames”."
    assert_equal ["Cleared 2 messages. They stay in their mailboxes.", "Then it goes on to the next."], lines.last(2)
    assert_equal [before, steps, events, 0], [stands, Store::UndoStep.count, Store::Event.count, Store::Task.count]
    assert_equal ["There is nothing that it would change."], Desk::RoutinePreview.new(clock).call({"name" => "x", "next" => true}, [])
  end

  def test_what_cannot_be_is_said
    assert_equal ["Say what it does."], refused({"name" => "Nothing"})
    assert_equal ["“alert” is nothing that a routine does."], refused({"name" => "Loud", "then" => {"alert" => "none"}})
    assert_equal ["It cannot clear it and put it off: choose one."],
      refused({"name" => "Both", "clear" => true, "put_off" => {"in" => "P1D"}})
    assert_equal ["A routine's key is one letter, a to z."], refused({"name" => "Key", "key" => "F1", "clear" => true})
    keep(INVOICE)
    assert_equal ["Another routine has the key “j”."], refused({"name" => "Other", "key" => "j", "clear" => true})
    assert_equal ["Another is called that already; give this one a name of its own."], refused({"name" => "INVOICE", "clear" => true})
    gone = Desk::RunRoutine.possible(clock, INVOICE)
    assert gone
    broken = INVOICE.merge("then" => {"labels" => ["Nowhere"]})
    assert_match(/names what is not there any more/, assert_raises(Desk::Act::Impossible) { run_it(broken) }.message)
  end

  def test_letters_go_out_through_the_outbox_and_come_back
    Store::MailServer.create!(account: Store::Account.first, host: "127.0.0.1", port: 2525, security: "none", signature: "")
    Store::CurrentRulebook.put(Store::CurrentRulebook.document.merge("forward_to" => ["pay@lanternquay.example"],
      "templates" => [{"name" => "Thanks", "text" => "Dear {first_name}, thank you. {me}"}]))
    body = {"name" => "Thank", "then" => {"reply" => "Thanks", "forward" => ["pay@lanternquay.example"]}, "clear" => true}
    nameless = take(subject: "No name", from: "x@casadomar.example").id
    assert_equal ["Answers two messages with “Thanks”.", "Forwards two messages to pay@lanternquay.example."],
      Desk::RoutinePreview.new(clock).call(body, @ids.first(2)).last(2)
    done = run_it(body, [@ids.first, nameless])
    assert_equal "“Thank”: two messages. Not sent for one of them: {first_name} of the template “Thanks” has no value.", done.message
    assert_equal [["Re: Frames", "ana@casadomar.example"], ["Fwd: Frames", "pay@lanternquay.example"]],
      Store::Outgoing.order(:id).map { [_1.subject, _1.recipients.first["email"]] }
    assert_match(/\ADear Ana, thank you\. Wren\r?\n/, Mail.new(Store::Outgoing.first.letter).body.decoded)
    assert_equal 0, Store::Draft.where(dropped_at: nil).count
    Desk::Undo.new(clock).call(done.undo_id)
    assert_equal [%w[taken_back taken_back], 0], [Store::Outgoing.pluck(:state), Store::Draft.where(dropped_at: nil).count]
    many = 25.times.map { take(subject: "m#{_1}").id }
    assert_match(/at most 20 messages at once/, assert_raises(Desk::Act::Impossible) { run_it(body, many) }.message)
  end

  def test_many_are_gone_through_in_parts_and_taken_back
    ids = take_many(300, subject: "n")
    body = {"name" => "Away", "then" => {"labels" => ["Border"], "priority" => {"raise" => 1}}, "clear" => true}
    before = Store::State.where(message_id: ids).order(:message_id).map { _1.slice(:labels_on, :priority, :cleared_at) }
    done = run_it(body, ids)
    go_through
    assert_equal [300, 300],
      [Store::State.where(message_id: ids).where.not(cleared_at: nil).count, Store::State.where(priority: "high").count]
    Desk::Undo.new(clock).call(done.undo_id)
    go_through
    assert_equal before, Store::State.where(message_id: ids).order(:message_id).map { _1.slice(:labels_on, :priority, :cleared_at) }
  end

  def test_one_is_made_of_what_was_just_done
    one = [@ids.first]
    Desk::SaveView.new(clock).call({"name" => "V", "when" => {"all" => []}})
    Desk::ChangeLabels.new(clock, on: ["Loans"]).call(one)
    Desk::Flag.new(clock).call(one)
    Desk::ChangeTasks.new(clock).make({"words" => "Pay", "on" => "2027-03-11", "at" => "10:00"}, message_id: one.first)
    Desk::BringBack.new(clock, clock.now + 2 * 86_400).call(one)
    assert_equal [true] * 4, Desk::RoutineOfActs.recent.first(4).map { _1.gives.any? }
    body = Desk::RoutineOfActs.body(4)
    assert_equal({"then" => {"labels" => ["Loans"], "flag" => true}, "task" => {"words" => "Pay", "in_days" => 2, "at" => "10:00"},
                  "put_off" => {"in" => "P2D"}}, body)
    keep(body.merge("name" => "As I did"))
    done = run_it(body.merge("name" => "As I did"), [@ids[1]])
    assert_equal [["Loans"], true, clock.now + 2 * 86_400], Store::State.find(@ids[1]).then { [_1.labels_on, _1.flagged, _1.back_at.to_time] }
    assert done.undo_id
  end
end
