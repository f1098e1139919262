# frozen_string_literal: true

require_relative "../support/core_helper"

class CalendarTest < Minitest::Test
  include CoreHelper

  def event(*lines) = ["BEGIN:VEVENT", "UID:#{lines.hash}", "DTSTAMP:20270101T000000Z", *lines, "END:VEVENT"]
  def calendar(*events) = ["BEGIN:VCALENDAR", "VERSION:2.0", "PRODID:-//museum//EN", *events.flatten, "END:VCALENDAR", ""].join("\r\n")
  def read(*events) = Post::CalendarFile.new(calendar(*events), LISBON).read(from: Date.new(2027, 3, 1), until: Date.new(2027, 4, 30))

  def test_all_day_events_are_days_off
    found = read(event("SUMMARY:Easter", "DTSTART;VALUE=DATE:20270403", "DTEND;VALUE=DATE:20270407"),
      event("SUMMARY:Opening", "DTSTART;VALUE=DATE:20270319"),
      event("SUMMARY:Long ago", "DTSTART;VALUE=DATE:20260319"),
      event("SUMMARY:Every Friday", "DTSTART;VALUE=DATE:20270101", "RRULE:FREQ=WEEKLY;UNTIL=20270312", "EXDATE;VALUE=DATE:20270305"))
    assert_equal [["2027-04-03", "2027-04-06", "Easter"], ["2027-03-19", "2027-03-19", "Opening"],
      ["2027-03-12", "2027-03-12", "Every Friday"]], found.days_off.map {
                                                       _1.values_at("from", "until", "name")
                                                     }
    assert_empty found.busy + found.problems
  end

  def test_timed_events_are_busy_times_in_their_zones
    found = read(event("SUMMARY:Loans", "DTSTART;TZID=America/New_York:20270309T100000", "DTEND;TZID=America/New_York:20270309T110000"),
      event("SUMMARY:Here", "DTSTART:20270310T090000", "DURATION:PT30M"),
      event("SUMMARY:Free", "TRANSP:TRANSPARENT", "DTSTART:20270310T090000Z", "DTEND:20270310T100000Z"),
      event("SUMMARY:Off", "STATUS:CANCELLED", "DTSTART:20270310T090000Z", "DTEND:20270310T100000Z"),
      event("SUMMARY:Team", "DTSTART;TZID=Europe/Lisbon:20270322T090000", "DTEND;TZID=Europe/Lisbon:20270322T093000",
        "RRULE:FREQ=WEEKLY;COUNT=2"))
    assert_equal [["Loans", "2027-03-09T15:00:00Z", "2027-03-09T16:00:00Z"], ["Here", "2027-03-10T09:00:00Z", "2027-03-10T09:30:00Z"],
      ["Team", "2027-03-22T09:00:00Z", "2027-03-22T09:30:00Z"], ["Team", "2027-03-29T08:00:00Z", "2027-03-29T08:30:00Z"]],
      found.busy.map { _1.values_at("name", "from", "to") }
    book = rulebook(plan: {"busy" => found.busy, "days_off" => []})
    assert_equal [["Team"], []], [at("08:10", "2027-03-29"), at("08:40", "2027-03-29")].map { book.plan.covered_by(_1) }
  end

  def test_what_cannot_be_used_is_told_and_the_rest_kept
    found = read(event("SUMMARY:Nowhere", "DTSTART;TZID=Mars/Olympus:20270310T090000", "DTEND;TZID=Mars/Olympus:20270310T100000"),
      event("SUMMARY:A thousand years", "DTSTART:10270310T090000Z", "DTEND:10270310T100000Z", "RRULE:FREQ=DAILY"),
      event("SUMMARY:Every second", "DTSTART:20270310T090000Z", "DTEND:20270310T090001Z", "RRULE:FREQ=SECONDLY"),
      event("SUMMARY:Backwards", "DTSTART:20270310T090000Z", "DTEND:20270310T080000Z"),
      event("SUMMARY:Good", "DTSTART:20270310T090000Z", "DTEND:20270310T100000Z"))
    assert_equal ["Nowhere", "A thousand years", "Good"], found.busy.map { _1["name"] }.uniq
    assert_equal "2027-03-10T09:00:00Z", found.busy.first["from"], "as the owner's"
    assert_equal ["The time zone “Mars/Olympus” is not known; its times were read as Europe/Lisbon.",
      "“Every second”: it recurs more often than daily.", "“Backwards”: it ends before it starts."], found.problems
    assert_equal ["“an event without a name”: it cannot be read as an event."], read(event("DTSTART:nonsense")).problems
    ["", "BEGIN:VCARD\nEND:VCARD\n", "%PDF-1.4"]
      .each do |bytes|
      assert_raises(Post::CalendarFile::NoCalendar, bytes) do
        Post::CalendarFile.new(bytes, LISBON).read(from: Date.new(2027), until: Date.new(2028))
      end
    end
  end
end
