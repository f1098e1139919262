# frozen_string_literal: true

require_relative "../support/core_helper"

# What calendar programs write (RFC 5545): which of it are days off, which are busy times, which are neither, and what is told
# where something cannot be used. March 2027 begins on a Monday.
class CalendarKindsTest < Minitest::Test
  include CoreHelper

  FROM = Date.new(2027, 3, 1)
  UNTIL = Date.new(2027, 3, 31)

  def read(*events, zone: LISBON, from: FROM, till: UNTIL)
    bodies = events.map { |lines| ["BEGIN:VEVENT", *lines, "END:VEVENT"] }
    text = ["BEGIN:VCALENDAR", "VERSION:2.0", "PRODID:-//Lantern Quay//EN", *bodies.flatten, "END:VCALENDAR", ""].join("\r\n")
    Post::CalendarFile.new(text, zone).read(from: from, until: till)
  end

  def event(*lines, start: "20270308T100000Z", ending: "20270308T110000Z", name: "Hanging")
    ["UID:#{lines.hash.abs}@x", "SUMMARY:#{name}", "DTSTART:#{start}", ("DTEND:#{ending}" if ending), *lines].compact
  end

  def day(*lines, start: "20270308", ending: nil, name: "Holiday")
    ["UID:#{lines.hash.abs}@x", "SUMMARY:#{name}", "DTSTART;VALUE=DATE:#{start}", ("DTEND;VALUE=DATE:#{ending}" if ending),
      *lines].compact
  end

  def starts(found) = found.busy.map { _1["from"] }
  def days(found) = found.days_off.map { [_1["from"], _1["until"]] }

  def test_a_time_is_busy_unless_it_says_otherwise
    assert_equal [{"name" => "Hanging", "from" => "2027-03-08T10:00:00Z", "to" => "2027-03-08T11:00:00Z"}], read(event).busy
    assert_equal [[], ["Hanging"]], read(event("TRANSP:TRANSPARENT")).then { |found| [found.busy, found.free.map { _1["name"] }] }
    assert_equal 1, read(event("TRANSP:OPAQUE")).busy.size
    assert_empty read(event("STATUS:CANCELLED")).busy
    assert_equal 1, read(event("STATUS:TENTATIVE")).busy.size
  end

  def test_a_length_in_place_of_an_end
    {"PT90M" => "11:30", "PT1H30M" => "11:30", "P1DT2H" => "12:00", "P1W" => "10:00"}.each do |duration, time|
      found = read(event("DURATION:#{duration}", ending: nil)).busy.first
      assert_equal time, found["to"][11, 5], duration
    end
  end

  def test_what_has_no_length_or_too_much_of_it_is_told
    assert_equal ["“Hanging”: it ends before it starts."], read(event(ending: nil)).problems
    assert_equal ["“Hanging”: it ends before it starts."], read(event(ending: "20270308T090000Z")).problems
    assert_equal ["“Hanging”: it lasts longer than 31 days."], read(event(ending: "20270409T100001Z")).problems
    assert_equal ["“Holiday”: it lasts longer than a year."], read(day(ending: "20280401")).problems
    assert_equal ["“an event without a name”: it ends before it starts."], read(event(ending: "20270308T090000Z", name: " ")).problems
  end

  def test_times_stand_in_the_zone_they_name_the_owners_or_utc
    zoned = ["UID:z@x", "SUMMARY:Call", "DTSTART;TZID=Asia/Tokyo:20270308T100000", "DTEND;TZID=Asia/Tokyo:20270308T110000"]
    assert_equal ["2027-03-08T01:00:00Z"], starts(read(zoned))
    floating = event(start: "20270608T100000", ending: "20270608T110000")
    assert_equal ["2027-06-08T09:00:00Z"], starts(read(floating, from: Date.new(2027, 6, 1), till: Date.new(2027, 6, 30)))
    unknown = ["UID:z@x", "SUMMARY:Call", "DTSTART;TZID=Nowhere/City:20270308T100000", "DTEND;TZID=Nowhere/City:20270308T110000"]
    found = read(unknown, event)
    assert_equal [["The time zone “Nowhere/City” is not known; its times were read as Europe/Lisbon."], 2],
      [found.problems, found.busy.size]
  end

  # Portugal's clocks go forward on 28 March 2027: the wall's time stays, the instant moves.
  def test_a_weekly_meeting_keeps_the_walls_time_over_a_clock_change
    weekly = event("RRULE:FREQ=WEEKLY;COUNT=5", start: "20270308T100000", ending: "20270308T110000")
    assert_equal %w[2027-03-08T10:00:00Z 2027-03-15T10:00:00Z 2027-03-22T10:00:00Z 2027-03-29T09:00:00Z], starts(read(weekly))
  end

  TURNS = {
    "FREQ=DAILY;COUNT=3" => %w[08 09 10], "FREQ=DAILY;INTERVAL=10" => %w[08 18 28], "FREQ=DAILY;UNTIL=20270310T100000Z" => %w[08 09 10],
    "FREQ=WEEKLY;BYDAY=MO,WE;COUNT=4" => %w[08 10 15 17], "FREQ=WEEKLY;INTERVAL=2;COUNT=2" => %w[08 22],
    "FREQ=MONTHLY;BYDAY=2MO" => %w[08], "FREQ=MONTHLY;BYMONTHDAY=8,20" => %w[08 20], "FREQ=MONTHLY;BYDAY=-1WE;COUNT=2" => %w[31],
    "FREQ=YEARLY;COUNT=2" => %w[08], "FREQ=YEARLY;BYMONTH=3;BYDAY=MO" => %w[08 15 22 29]
  }.freeze

  def test_recurrences
    TURNS.each do |rule, expected|
      assert_equal expected, starts(read(event("RRULE:#{rule}"))).map { _1[8, 2] }.uniq, rule
    end
  end

  def test_days_left_out_and_days_put_in
    found = read(event("RRULE:FREQ=DAILY;COUNT=4", "EXDATE:20270309T100000Z,20270310T100000Z"))
    assert_equal %w[08 11], starts(found).map { _1[8, 2] }
    assert_equal %w[08 20], starts(read(event("RRULE:FREQ=DAILY;COUNT=1", "RDATE:20270320T100000Z"))).map { _1[8, 2] }.sort
    assert_equal [%w[2027-03-08 2027-03-08], %w[2027-03-10 2027-03-10]],
      days(read(day("RRULE:FREQ=DAILY;COUNT=3", "EXDATE;VALUE=DATE:20270309")))
  end

  def test_days_off_end_before_the_day_that_is_named
    assert_equal [%w[2027-03-08 2027-03-08]], days(read(day))
    assert_equal [%w[2027-03-08 2027-03-08]], days(read(day(ending: "20270309")))
    assert_equal [%w[2027-03-08 2027-03-12]], days(read(day(ending: "20270313")))
    assert_equal [%w[2027-03-08 2027-03-08]], days(read(day(ending: "20270308"))), "an end that is the start"
  end

  def test_only_what_touches_the_stretch_that_is_asked_for
    assert_empty read(day(start: "20270201", ending: "20270220")).days_off
    assert_equal [%w[2027-02-20 2027-03-04]], days(read(day(start: "20270220", ending: "20270305")))
    assert_empty read(event(start: "20270501T100000Z", ending: "20270501T110000Z")).busy
  end

  def test_what_recurs_too_often_or_for_too_long_is_told_and_the_rest_is_read
    found = read(event("RRULE:FREQ=HOURLY", name: "Bells"), event("RRULE:FREQ=NEVER", name: "Broken"), event)
    assert_equal 1, found.busy.size
    assert_includes found.problems, "“Bells”: it recurs more often than daily."
    assert_equal 2, found.problems.size
  end

  def test_a_recurrence_is_followed_in_the_stretch_that_is_asked_for_however_long_ago_it_began
    found = read(*Array.new(100) { event("RRULE:FREQ=DAILY", start: "19600101T100000Z", ending: "19600101T110000Z", name: "Long #{_1}") })
    assert_empty found.problems
    assert_equal 100, found.busy.map { _1["name"] }.uniq.size
  end

  # The library looks for the next 30 February for ever.
  def test_what_never_comes_true_ends_and_the_rest_is_read
    ["FREQ=YEARLY;BYMONTH=2;BYMONTHDAY=30", "FREQ=MONTHLY;BYMONTHDAY=31;BYMONTH=4", "FREQ=YEARLY;INTERVAL=4;BYMONTH=2;BYMONTHDAY=29"]
      .each do |rule|
      found = read(event("RRULE:#{rule}", name: "Never"), event)
      assert_equal ["Hanging"], found.busy.map { _1["name"] }.uniq, rule
    end
  end

  def test_what_would_be_followed_wrongly_is_told_and_left_out
    {"RRULE:FREQ=YEARLY;BYWEEKNO=20" => /numbers of weeks/, "RRULE:FREQ=YEARLY;BYDAY=20MO" => /numbered weekday of the year/,
     "RRULE:FREQ=YEARLY;BYDAY=2MO" => /numbered weekday of the year/, "RRULE:FREQ=DAILY;BYHOUR=9,10" => /several times of a day/,
     "RRULE:FREQ=DAILY\r\nEXRULE:FREQ=WEEKLY" => /EXRULE/}.each do |lines, said|
      found = read(event(*lines.split("\r\n"), name: "Wrong"), event)
      assert_equal [1, 1], [found.busy.size, found.problems.size], lines
      assert_match said, found.problems.first
    end
  end

  def test_one_bad_event_leaves_the_others
    bad = ["SUMMARY:Mixed", "DTSTART;VALUE=DATE:20270308", "DTEND:20270308T110000Z", "RRULE:FREQ=DAILY;UNTIL=nonsense"]
    found = read(["SUMMARY:Empty", "DTSTART:"], bad, event("DURATION:-PT1H", ending: nil, name: "Backwards"), event)
    assert_equal ["Hanging"], found.busy.map { _1["name"] }
    assert_equal %w[Backwards Empty Mixed], found.problems.map { _1[/“(.*?)”/, 1] }.sort
  end

  def test_dates_and_moments_that_are_taken_out
    flood = Array.new(5_000) { "EXDATE:#{(Time.utc(2020) + _1 * 86_400).strftime("%Y%m%dT100000Z")}" }
    assert_equal %w[2027-03-08T10:00:00Z 2027-03-10T10:00:00Z],
      starts(read(event("RRULE:FREQ=DAILY;COUNT=3", "EXDATE;VALUE=DATE:20270309", *flood.first(2_000))))
  end

  def test_an_end_in_utc_is_one_on_the_wall
    tokyo = ["SUMMARY:Call", "DTSTART;TZID=Asia/Tokyo:20270308T010000", "DTEND;TZID=Asia/Tokyo:20270308T020000",
      "RRULE:FREQ=DAILY;UNTIL=20270309T160000Z"] # 01:00 on the 10th in Tokyo
    assert_equal 3, read(tokyo).busy.size
  end

  def test_the_same_twice_is_once = assert_equal(1, read(event, event("DESCRIPTION:again")).busy.size)

  def test_lines_are_unfolded_and_texts_are_what_they_mean
    folded = ["UID:f@x", "SUMMARY:A very", "  long name", "DTSTART:20270308T100000Z", "DTEND:20270308T110000Z"]
    assert_equal "A very long name", read(folded).busy.first["name"]
    assert_equal 80, read(event(name: "x" * 500)).busy.first["name"].size
  end

  def test_what_is_no_calendar_is_refused_in_words
    {"" => /no calendar/, "hello" => /begins with BEGIN:VCALENDAR/, "x" * (5 * 1024 * 1024 + 1) => /larger than 5 MB/}.each do |bytes, said|
      assert_match said, assert_raises(Post::CalendarFile::NoCalendar) { Post::CalendarFile.new(bytes, LISBON) }.message
    end
  end

  def test_more_events_than_are_read_is_told
    many = Array.new(5_001) { |index| ["UID:#{index}@x", "SUMMARY:E", "DTSTART;VALUE=DATE:20270308"] }
    assert_equal ["Only the first 5000 of 5001 events were read."], read(*many).problems
  end

  # What is written is read back: the rounds of a plan, as a calendar's file.
  def test_what_is_written_is_read_back
    plan = rulebook.plan
    text = Post::CalendarOut.new(plan, [], at("09:14")).calendar.to_ical
    assert_match(/\ABEGIN:VCALENDAR\r\n/, text)
    assert(text.lines.all? { _1.chomp.bytesize <= 75 }, "a line is longer than RFC 5545 allows")
    assert_equal %w[First Mid], text.scan(/^SUMMARY:(.*?)\r$/).flatten.map { _1[/First|Mid/] }.uniq.sort
  end
end
