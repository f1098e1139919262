# frozen_string_literal: true

require_relative "../support/core_helper"

# Invitations as they are written (RFC 5545, RFC 5546), and what is answered to them.
class InvitationTest < Minitest::Test
  include CoreHelper

  Invitation = UpFront::Post::Invitation
  Reply = UpFront::Post::InvitationReply
  NAMES = ["Ana Ferro", "Käthe Brüning", "\"Tavares, Rui\"", "Łukasz: courier"].freeze
  ANSWERS = %w[NEEDS-ACTION ACCEPTED DECLINED TENTATIVE].freeze

  def calendar(*lines, method: "REQUEST")
    head = ["BEGIN:VCALENDAR", "VERSION:2.0", ("METHOD:#{method}" if method), "PRODID:-//elsewhere//"].compact
    [*head, *lines, "END:VCALENDAR", ""].join("\r\n")
  end

  def event(*lines, uid: "loan@casadomar.example", starts: "DTSTART:20270311T140000Z")
    ["BEGIN:VEVENT", "UID:#{uid}", "DTSTAMP:20270301T090000Z", starts, *lines, "END:VEVENT"]
  end

  def read(*lines, **more) = Invitation.of(calendar(*lines, **more), LISBON)

  # Folded as RFC 5545, section 3.1 has it, by bytes that hold whole characters.
  def folded(line)
    line.each_char.each_with_object([+""]) { |char, lines|
      lines << +"" if lines.last.bytesize + char.bytesize > 70
      lines.last << char
    }.join("\r\n ")
  end

  def test_who_asks_whom_is_read_as_it_was_written_and_answered_by_one
    seed = Integer(ENV.fetch("INVITATION_SEED", rand(1_000)))
    random = Random.new(seed)
    20.times do
      people = Array.new(random.rand(1..6)) do |n|
        name, answer = [NAMES, ANSWERS].map { _1.sample(random: random) }
        {email: "p#{n}.#{"x" * random.rand(60)}@northgate.example", name: name, answer: answer}
      end
      written = people.map do |person|
        name = person[:name].delete("\"").then { _1.match?(/[,:;]/) ? "\"#{_1}\"" : _1 }
        folded("ATTENDEE;CN=#{name};PARTSTAT=#{person[:answer]}:#{%w[mailto: MAILTO:].sample(random: random)}#{person[:email]}")
      end
      found = read(*event(*written, "ORGANIZER;CN=Ana:mailto:ana@casadomar.example", "SEQUENCE:3", "SUMMARY:Loan"))
      assert_equal people.map { _1.merge(name: _1[:name].delete("\"")) }, found.attendees, "seed #{seed}"
      me = people.sample(random: random)
      answer = Reply::PARTSTAT.keys.sample(random: random)
      back = Invitation.of(Reply.new(calendar(*event(*written, "ORGANIZER:mailto:ana@casadomar.example", "SEQUENCE:3")), answer: answer,
        email: me[:email].upcase, name: "Wren", now: Time.utc(2027, 3, 9)).to_s, LISBON)
      assert_equal ["REPLY", [me[:email]], [Reply::PARTSTAT[answer]], 3, "loan@casadomar.example"],
        [back.method, back.attendees.map { _1[:email] }, back.attendees.map { _1[:answer] }, back.event.sequence, back.event.uid],
        "seed #{seed}"
    end
  end

  def test_the_answer_holds_what_was_asked_and_nothing_of_the_others
    zone = %w[BEGIN:VTIMEZONE TZID:Ours BEGIN:STANDARD DTSTART:19700101T000000 TZOFFSETFROM:+0300 TZOFFSETTO:+0300 END:STANDARD
      END:VTIMEZONE]
    asked = calendar(*zone, *event("DTEND;TZID=Ours:20270311T160000", "ORGANIZER:mailto:ana@casadomar.example", "LOCATION:Room 2",
      "DESCRIPTION:Of nobody's concern", "ATTENDEE:mailto:tomas@northgate.example", starts: "DTSTART;TZID=Ours:20270311T150000"))
    text = Reply.new(asked, answer: "decline", email: "wren@lanternquay.example", now: Time.utc(2027, 3, 9), comment: "I am away.").to_s
    back = Invitation.of(text, LISBON)
    assert_equal [Time.utc(2027, 3, 11, 12), Time.utc(2027, 3, 11, 13), "Room 2", ""],
      [back.event.starts, back.event.ends, back.event.place, back.event.note]
    assert_equal ["wren@lanternquay.example"], back.attendees.map { _1[:email] }
    assert_match(/^COMMENT:I am away\.\r$/, text)
    assert_match(/^DTSTAMP:20270309T000000Z\r$/, text)
    refute_match(/tomas|nobody/, text)
  end

  def test_of_several_events_the_whole_one_is_meant
    one = event("RECURRENCE-ID:20270318T140000Z", "SUMMARY:Only this")
    whole = event("RRULE:FREQ=WEEKLY", "SUMMARY:All of them")
    both = read(*one, *whole)
    assert_equal ["All of them", false, 1], [both.event.title, both.one_of, both.more]
    assert_equal ["Only this", true, 0], read(*one).then { [_1.event.title, _1.one_of, _1.more] }
  end

  def test_what_lacks_a_part_is_read_and_what_is_none_is_none
    bare = read(*event, method: nil)
    assert_equal ["PUBLISH", nil, [], "", Time.utc(2027, 3, 11, 14)],
      [bare.method, bare.organizer, bare.attendees, bare.event.title, bare.event.ends]
    day = "DTSTART;VALUE=DATE:20270311"
    assert_equal [Date.new(2027, 3, 11), Date.new(2027, 3, 12)], read(*event(starts: day)).event.then { [_1.starts, _1.ends] }
    assert_equal Date.new(2027, 3, 14), read(*event("DURATION:P3D", starts: day)).event.ends
    [nil, "", "hello", calendar, calendar("BEGIN:VTODO", "UID:1", "END:VTODO"), calendar(*event(starts: "SUMMARY:no start")),
      calendar(*event(starts: "DTSTART:20279999T990000"))].each { |text| assert_nil Invitation.of(text, LISBON), text.inspect }
  end

  def test_many_who_are_invited_are_bounded
    many = Array.new(400) { "ATTENDEE:mailto:p#{_1}@northgate.example" }
    assert_equal Invitation::MOST_ATTENDEES, read(*event(*many)).attendees.size
  end
end
