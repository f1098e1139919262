# frozen_string_literal: true

require_relative "../support/desk_helper"
require_relative "../support/stand_in_helper"

# Events of the person's own, and invitations that are answered through the outbox.
class AppointmentsTest < Minitest::Test
  include DeskHelper

  CALENDAR = <<~ICS
    BEGIN:VCALENDAR
    VERSION:2.0
    METHOD:%s
    PRODID:-//elsewhere//
    BEGIN:VEVENT
    UID:committee@casadomar.example
    SEQUENCE:2
    ORGANIZER;CN=Ana Ferro:mailto:ana@casadomar.example
    ATTENDEE;PARTSTAT=NEEDS-ACTION;RSVP=TRUE:MAILTO:Wren@lanternquay.example
    ATTENDEE;PARTSTAT=ACCEPTED;CN=Tomas:mailto:tomas@northgate.example
    DTSTAMP:20270301T090000Z
    DTSTART;TZID=Europe/Lisbon:20270311T140000
    DTEND;TZID=Europe/Lisbon:20270311T150000
    SUMMARY:Loan committee
    LOCATION:Room 2
    %sEND:VEVENT
    END:VCALENDAR
  ICS

  def setup
    super
    busy = [{"name" => "Team", "from" => "2027-03-11T14:30:00Z", "to" => "2027-03-11T15:30:00Z"}]
    set_up(plan: {"busy" => busy})
    @plain = take(subject: "Frames")
  end

  def server! = Store::MailServer.create!(account: Store::Account.first, host: "127.0.0.1", port: 2525, security: "none", signature: "")

  def invite(method: "REQUEST", more: "")
    body = ["--b", "Content-Type: text/plain", "", "Come.", "--b", "Content-Type: text/calendar; method=#{method}; charset=UTF-8", "",
      format(CALENDAR, method, more), "--b--"].join("\n")
    take(subject: "Loan committee", text: body, headers: ["MIME-Version: 1.0", "Content-Type: multipart/mixed; boundary=b"])
  end

  def rulebook = Store::CurrentRulebook.rulebook
  def shown(message) = Web::Pages::Invited.new(message, rulebook, clock.now).to_h
  def appointments = Desk::Appointments.new(clock)
  def answer(message, word, **more) = Desk::AnswerInvitation.new(clock).call(message.id, word, **more)

  def test_one_is_made_of_a_date_in_a_message_changed_and_taken_out
    made = appointments.make({"on" => "2027-03-12", "at" => "14:00"}, message_id: @plain.id)
    row = made.result
    assert_equal ["“Frames” is in your calendar: Fri 12 Mar 14:00.", at("14:00", "2027-03-12"), at("15:00", "2027-03-12")],
      [made.message, row.starts_at.to_time, row.ends_at.to_time]
    changed = appointments.change(row.id, {"title" => "Frames come", "on" => "2027-03-13"})
    assert_equal [true, 1, Date.new(2027, 3, 14)], [row.reload.whole_day?, row.sequence, row.ends_on]
    gone = appointments.drop(row.id)
    assert_empty Desk::CalendarExchange.events
    [gone, changed].each { Desk::Undo.new(clock).call(_1.undo_id) }
    assert_equal ["Frames", at("14:00", "2027-03-12")], [row.reload.title, row.starts_at.to_time]
    Desk::Undo.new(clock).call(made.undo_id)
    assert_empty Store::Appointment.standing
  end

  def test_what_cannot_be_is_said
    problems = [{"on" => "2027-03-12"}, {"title" => "a", "on" => "2027-02-30"}, {"title" => "a", "on" => "2027-03-12", "at" => "9"},
      {"title" => "a", "on" => "2027-03-12", "at" => "10:00", "until" => "09:00"}, {"title" => "a", "on" => "2099-01-01"}]
    assert_equal ["Give it a name.", "“2027-02-30” is no day; give one such as 2027-03-09.", "“9” is no time of day.",
      "It ends before it begins.", "2099-01-01 is too far from today."],
      problems.map { |given| assert_raises(Desk::Act::Impossible) { appointments.make(given) }.message }
  end

  def test_an_invitation_shows_what_it_asks_and_what_it_clashes_with
    page = shown(invite)
    assert_equal ["Ana Ferro invites you.", "Thursday 11 March, 14:00–15:00", "Room 2", ["Team, Thursday 11 March, 14:30–15:30"], true],
      [page[:asks], page[:event][:when], page[:event][:place], page[:clashes], page[:may_answer]]
    assert_equal [["Wren@lanternquay.example", "has not answered"], ["Tomas", "comes"]], page[:attendees].map(&:values)
    weekly = shown(invite(more: "RRULE:FREQ=WEEKLY;INTERVAL=2;COUNT=4\n"))
    assert_equal ["every 2 weeks, 4 times", 1], [weekly[:event][:repeats], weekly[:clashes].size]
  end

  def test_it_is_answered_through_the_outbox
    server!
    message = invite
    done = answer(message, "accept", comment: "With pleasure")
    outgoing = done.result
    letter = Mail.new(outgoing.letter)
    reply = Icalendar::Calendar.parse(letter.parts[1].decoded).first
    assert_equal ["multipart/alternative", "text/calendar", "REPLY", "ana@casadomar.example", "Accepted: Loan committee"],
      [letter.mime_type, letter.parts[1].mime_type, letter.parts[1].content_type_parameters["method"], letter.to.first, letter.subject]
    event = reply.events.first
    assert_equal ["REPLY", "committee@casadomar.example", 2, ["ACCEPTED"], ["mailto:Wren@lanternquay.example"], "With pleasure"],
      [reply.ip_method, event.uid.to_s, event.sequence.to_i, event.attendee.map {
        _1.ical_params["partstat"]
      }.flatten, event.attendee.map(&:to_s),
        event.comment.first.to_s]
    assert_includes letter.parts[0].decoded, "Wren has accepted: Loan committee, Thu 11 Mar 14:00 (Europe/Lisbon)."
    assert_equal ["You accepted 09:14.", ["Loan committee"]], [shown(message)[:answered][:said], Desk::CalendarExchange.events.map(&:title)]
    Desk::Undo.new(clock).call(done.undo_id)
    assert_equal ["taken_back", nil, []], [outgoing.reload.state, shown(message)[:answered], Desk::CalendarExchange.events]
  end

  def test_another_answer_replaces_the_first
    server!
    message = invite
    answer(message, "accept")
    declined = answer(message, "decline")
    assert_equal ["decline", [], 2], [shown(message)[:answered][:answer], Desk::CalendarExchange.events, Store::Outgoing.count]
    Desk::Undo.new(clock).call(declined.undo_id)
    assert_equal ["accept", 1], [shown(message)[:answered][:answer], Desk::CalendarExchange.events.size]
    assert_equal "TENTATIVE", answer(message, "tentative").then { Desk::CalendarExchange.events.first.status }
  end

  def test_what_cannot_be_answered_is_said
    message = invite
    assert_raises(Desk::Act::Impossible) { answer(message, "accept") }.then { assert_match(/by which server/, _1.message) }
    server!
    assert_equal ["There is no invitation in that message.", "It asks for no answer."],
      [@plain, invite(method: "CANCEL")].map { |each| assert_raises(Desk::Act::Impossible) { answer(each, "accept") }.message }
    assert_equal "Ana Ferro has called it off.", shown(invite(method: "CANCEL"))[:asks]
    broken = take(subject: "x", text: "BEGIN:VCALENDAR\nBEGIN:VEVENT\nDTSTART:2027",
      headers: ["Content-Type: text/calendar; method=REQUEST"])
    assert_equal [nil, "What it brings cannot be read as an event."], shown(broken).values_at(:event, :asks)
  end

  # What stands here goes out as a file, and comes in on another machine as it was.
  def test_out_and_in
    appointments.make({"title" => "Opening", "on" => "2027-03-20"})
    appointments.make({"title" => "Walk", "on" => "2027-03-12", "at" => "10:00", "until" => "11:30"})
    Desk::ChangeTasks.new(clock).make({"words" => "Call", "on" => "2027-03-10", "at" => "15:00", "alert" => "chime", "note" => "twice"})
    Desk::ChangeTasks.new(clock).make({"words" => "Some day"})
    write = -> { Post::CalendarItems.write(todos: Desk::CalendarExchange.todos(LISBON, clock.now), events: Desk::CalendarExchange.events, now: clock.now) }
    file = write.call
    assert_equal "No things to do and no events brought in.", Desk::CalendarExchange.new(clock).bring_in(file).message
    [Store::Task, Store::Appointment].each(&:delete_all)
    done = Desk::CalendarExchange.new(clock).bring_in(file)
    assert_equal "Two things to do and two events brought in.", done.message
    strip = ->(text) { text.lines.grep_v(/DTSTAMP|LAST-MODIFIED|CREATED/).sort }
    assert_equal strip[file], strip[write.call]
    Desk::Undo.new(clock).call(done.undo_id)
    assert_equal [0, 0], [Store::Task.open.count, Store::Appointment.standing.count]
  end

  WEEKLY = %w[BEGIN:VEVENT UID:w DTSTART;TZID=Europe/Lisbon:20270302T100000 DURATION:PT1H RRULE:FREQ=WEEKLY SUMMARY:Stores].freeze

  def weekly(*more) = ["BEGIN:VCALENDAR", "VERSION:2.0", *WEEKLY, *more, "END:VEVENT", "END:VCALENDAR", ""].join("\n")

  def bring_in(text) = Desk::CalendarExchange.new(clock).bring_in(text)

  # Brought in twice it is there once; what was called off since goes out, and comes back with the undo.
  def test_a_recurring_event_comes_in_with_its_turns_once_and_goes_when_it_is_called_off
    except = "EXDATE;TZID=Europe/Lisbon:20270309T100000"
    bring_in(weekly(except))
    assert_equal ["No things to do and no events brought in.", nil], bring_in(weekly(except)).then { [_1.message, _1.undo_id] }
    kept = Desk::CalendarExchange.events
    assert_equal [["w", [at("10:00", "2027-03-09")], []]], kept.map { [_1.uid, _1.exdates, _1.rdates] }
    gone = bring_in(weekly("STATUS:CANCELLED"))
    assert_equal "No things to do and no events brought in. One event called off and taken out.", gone.message
    assert_empty Desk::CalendarExchange.events
    Desk::Undo.new(clock).call(gone.undo_id)
    assert_equal kept, Desk::CalendarExchange.events.map { |event| event.tap { _1.changed_at = kept.first.changed_at } }
    never = weekly("STATUS:CANCELLED").sub("UID:w", "UID:never")
    assert_nil bring_in(never).undo_id
    assert_equal 1, Store::Appointment.count
  end

  # Its own earlier turns clash with what recurs here too; itself, once it is kept, does not.
  def test_an_invitation_clashes_with_what_recurs_here
    bring_in(weekly("RDATE;TZID=Europe/Lisbon:20270311T143000"))
    message = invite
    assert_equal ["Stores, Thursday 11 March, 14:30–15:30", "Team, Thursday 11 March, 14:30–15:30"], shown(message)[:clashes].sort
    again = invite(more: "RRULE:FREQ=WEEKLY;COUNT=2\n")
    assert_equal shown(message)[:clashes], shown(again)[:clashes]
    server!
    answer(message, "accept")
    assert_equal 2, shown(message)[:clashes].size
  end
end
