# frozen_string_literal: true

require "open3"
require_relative "../support/core_helper"

# Tasks and events as iCalendar: what goes out passes a strict reader of another make, and comes in again unchanged in meaning.
class CalendarItemsTest < Minitest::Test
  include CoreHelper

  Items = UpFront::Post::CalendarItems
  NODE = [File.join(UpFront::ROOT, "vendor/node/bin/node"), "node"].find { _1 == "node" || File.executable?(_1) }
  TEXTS = ["Call Ana", "Crate 7; room 2, left", "back\\slash", "Zeile eins\nZeile zwei", "“quoted” \"twice\"", "München ☂ são", "x" * 300,
    "BEGIN:VEVENT", "a: b", " spaces ", "ends in \\", "ação" * 40].freeze
  ZONES = [nil, "Europe/Lisbon", "America/New_York", "Asia/Kolkata"].freeze

  # In no hour that is there twice.
  def moment(random) = Time.utc(2027, random.rand(1..12), random.rand(8..28), random.rand(24), random.rand(60))
  def day(random) = Date.new(2027, random.rand(1..12), random.rand(1..28))

  def todo(random, n)
    due = [nil, moment(random), day(random)].sample(random: random)
    Items::Todo.new(uid: "t#{n}@x", words: TEXTS.sample(random: random).strip.tr("\n", " "), note: ["", *TEXTS].sample(random: random),
      due: due,
      done_at: [nil, moment(random)].sample(random: random), alert: due.is_a?(Time) && random.rand(2).zero?, created_at: moment(random),
      changed_at: moment(random))
  end

  def turns(random, starts) = Array.new(random.rand(3)) { starts.is_a?(Date) ? day(random) : moment(random) }.uniq

  def event(random, n)
    starts = [moment(random), day(random)].sample(random: random)
    ends = starts.is_a?(Date) ? starts + random.rand(1..4) : starts + random.rand(1..300) * 60
    rrule = [nil, nil, "FREQ=WEEKLY;COUNT=5", "FREQ=MONTHLY;BYDAY=2TU"].sample(random: random)
    Items::Event.new(uid: "e#{n}@x", title: TEXTS.sample(random: random).strip.tr("\n", " "), place: ["",
      "Room 2, left"].sample(random: random),
      note: ["", *TEXTS].sample(random: random), starts: starts, ends: ends, rrule: rrule,
      exdates: rrule ? turns(random, starts) : [], rdates: rrule ? turns(random, starts) : [],
      zone: (ZONES.sample(random: random) if rrule && starts.is_a?(Time)), sequence: random.rand(4),
      status: %w[CONFIRMED TENTATIVE].sample(random: random), changed_at: moment(random))
  end

  def test_what_goes_out_comes_in_unchanged_and_another_program_reads_it_so
    seed = Integer(ENV.fetch("CALENDAR_SEED", rand(1_000)))
    random = Random.new(seed)
    drawn = Array.new(40) { |n| [Array.new(3) { todo(random, "#{n}-#{_1}") }, Array.new(3) { event(random, "#{n}-#{_1}") }] }
    written = drawn.map { |todos, events| Items.write(todos: todos, events: events, now: Time.utc(2027, 3, 9, 9, 14)) }
    drawn.zip(written) do |(todos, events), text|
      found = Items.read(text, LISBON)
      assert_equal [todos, events, []], [found.todos, found.events, found.problems], "seed #{seed}"
    end
    read_elsewhere(written).zip(drawn, written) do |read, (todos, events), text|
      assert_empty read["faults"], text
      assert_equal (events + todos).map { told(_1) }, read["items"].sort_by { _1["kind"] }.map(&:values), "seed #{seed}\n#{text}"
    end
  end

  def told(item)
    seconds = ->(at) { at && (at.is_a?(Date) ? at.iso8601 : at.to_i) }
    note = item.note.empty? ? nil : item.note
    return ["vtodo", item.uid, item.words, note, seconds[item.due], seconds[item.done_at], [], []] if item.is_a?(Items::Todo)

    turns = [item.exdates, item.rdates].map { |some| some.map(&seconds).sort_by(&:to_s) }
    ["vevent", item.uid, item.title, note, seconds[item.starts], seconds[item.ends], *turns]
  end

  # @return [Array<Hash>] what a program of another make reads, and what it finds wrong
  def read_elsewhere(texts)
    out, error, status = Open3.capture3(NODE, File.join(UpFront::ROOT, "test/support/other_calendar.mjs"),
      stdin_data: texts.map { "#{JSON.generate(_1)}\n" }.join)
    assert status.success?, error
    out.lines.map { JSON.parse(_1) }
  end

  def test_the_other_reader_finds_faults
    broken = "BEGIN:VCALENDAR\r\nVERSION:2.0\r\nPRODID:x\r\nBEGIN:VTODO\r\nSUMMARY:a\r\nSTATUS:LATER\r\nEND:VTODO\r\nEND:VCALENDAR\r\n"
    assert_equal ["vtodo without one uid", "vtodo without one dtstamp", "vtodo of status LATER"], read_elsewhere([broken])[0]["faults"]
  end

  def calendar(*lines) = "BEGIN:VCALENDAR\r\nVERSION:2.0\r\n#{lines.join("\r\n")}\r\nEND:VCALENDAR\r\n"

  def test_times_are_read_in_the_zone_that_they_name
    zone = %w[BEGIN:VTIMEZONE TZID:Ours BEGIN:STANDARD DTSTART:19700101T000000 TZOFFSETFROM:+0300 TZOFFSETTO:+0300 END:STANDARD
      END:VTIMEZONE]
    starts = {"DTSTART:20270705T090000" => 8, "DTSTART:20270705T090000Z" => 9, "DTSTART;TZID=Asia/Tokyo:20270705T090000" => 0,
              "DTSTART;TZID=Ours:20270705T090000" => 6, "DTSTART;TZID=W. Europe Standard Time:20270705T090000" => 7,
              "DTSTART;TZID=Nowhere:20270705T090000" => 8}
    starts.each do |line, hour|
      found = Items.read(calendar(*zone, "BEGIN:VEVENT", "UID:1", line, "DURATION:PT1H", "SUMMARY:x", "END:VEVENT"), LISBON)
      assert_equal [Time.utc(2027, 7, 5, hour), 3600], found.events.first.then { [_1.starts, _1.ends - _1.starts] }, line
      assert_equal line.include?("Nowhere") ? 1 : 0, found.problems.size, line
    end
  end

  TEAM = %w[BEGIN:VEVENT UID:team DTSTART;TZID=Europe/Lisbon:20270301T100000 DURATION:PT1H RRULE:FREQ=WEEKLY;COUNT=6
    EXDATE;TZID=Europe/Lisbon:20270308T100000 RDATE;TZID=Europe/Lisbon:20270310T100000 SUMMARY:Team END:VEVENT].freeze

  def turn(on, *lines) = ["BEGIN:VEVENT", "UID:team", "RECURRENCE-ID;TZID=Europe/Lisbon:#{on}T100000", *lines, "END:VEVENT"]

  # The turns of all that was read, as the followed calendar would show what goes out again.
  def turns_of(found)
    written = Items.write(events: found.events.reject { _1.status == "CANCELLED" }, now: Time.utc(2027, 3, 1))
    shown = UpFront::Post::CalendarFile.new(written, LISBON).read(from: Date.new(2027, 3, 1), until: Date.new(2027, 5, 1))
    assert_empty shown.problems
    shown.busy.map { [_1["name"], LISBON.local(Time.iso8601(_1["from"])).strftime("%m-%d %H:%M")] }.sort_by(&:last)
  end

  def test_a_turn_that_was_moved_or_called_off_leaves_the_event_as_it_recurs
    moved = turn("20270315", "DTSTART;TZID=Europe/Lisbon:20270316T110000", "DURATION:PT1H", "SUMMARY:Team, moved")
    off = turn("20270322", "DTSTART;TZID=Europe/Lisbon:20270322T100000", "STATUS:CANCELLED", "SUMMARY:Team")
    [[TEAM, moved, off], [moved, off, TEAM], [off, TEAM, moved]].each do |order|
      found = Items.read(calendar(*order.flatten), LISBON)
      assert_equal [["Team", "03-01 10:00"], ["Team", "03-10 10:00"], ["Team, moved", "03-16 11:00"], ["Team", "03-29 10:00"],
        ["Team", "04-05 10:00"]], turns_of(found)
      assert_equal %w[team team/20270315T100000Z], found.events.map(&:uid)
    end
  end

  # It has the owner's time of day, on both sides of a change of the clock.
  def test_what_recurs_in_no_zone_recurs_in_the_owners
    found = Items.read(calendar("BEGIN:VEVENT", "UID:1", "DTSTART:20270322T100000", "DURATION:PT30M", "RRULE:FREQ=WEEKLY;COUNT=2",
      "SUMMARY:Tea", "END:VEVENT"), LISBON)
    assert_equal [["Tea", "03-22 10:00"], ["Tea", "03-29 10:00"]], turns_of(found)
  end

  def test_what_cannot_be_kept_in_meaning_is_left_out_and_told
    later = turn("20270315", "DTSTART:20270316T110000Z", "SUMMARY:All later")
      .map { _1.sub("RECURRENCE-ID", "RECURRENCE-ID;RANGE=THISANDFUTURE") }
    without = ["BEGIN:VEVENT", "UID:2", "DTSTART:20270316T110000Z", "EXRULE:FREQ=DAILY", "SUMMARY:By rule", "END:VEVENT"]
    twice = ["BEGIN:VEVENT", "UID:3", "DTSTART:20270316T110000Z", "RRULE:FREQ=DAILY", "RRULE:FREQ=WEEKLY", "SUMMARY:Twice", "END:VEVENT"]
    many = ["BEGIN:VEVENT", "UID:4", "DTSTART:20270316", "RRULE:FREQ=DAILY", "SUMMARY:Many",
      *Array.new(1_001) { "RDATE;VALUE=DATE:#{(Date.new(2027, 1, 1) + _1).strftime("%Y%m%d")}" }, "END:VEVENT"]
    off = ["BEGIN:VTODO", "UID:5", "SUMMARY:Never mind", "STATUS:CANCELLED", "END:VTODO"]
    daily = ["BEGIN:VTODO", "UID:6", "SUMMARY:Water", "DUE:20270310T100000Z", "RRULE:FREQ=DAILY", "END:VTODO"]
    found = Items.read(calendar(*later, *without, *twice, *many, *off, *daily), LISBON)
    assert_equal [[], ["Water"]], [found.events, found.todos.map(&:words)]
    assert_equal ["“All later” was left out: it changes all later turns of a recurring event.",
      "“By rule” was left out: turns are taken out of it by a rule (EXRULE).", "“Twice” was left out: it recurs by more than one rule.",
      "“Many” was left out: it names more than 1000 turns.", "“Never mind” was left out: it was called off.",
      "“Water” recurs; only this one time of it came in."], found.problems
  end

  def test_long_names_stay_apart
    found = Items.read(calendar(*%w[a b].flat_map { ["BEGIN:VTODO", "UID:#{"x" * 400}#{_1}", "SUMMARY:#{_1}", "END:VTODO"] }), LISBON)
    assert_equal [2, true], [found.todos.map(&:uid).uniq.size, found.todos.all? { _1.uid.size <= Items::LONGEST_UID }]
  end

  def test_one_broken_item_leaves_the_others
    text = calendar("BEGIN:VTODO", "UID:1", "SUMMARY:broken", "DUE:20279999T990000", "END:VTODO", "BEGIN:VTODO", "UID:2", "SUMMARY:whole",
      "END:VTODO", "BEGIN:VEVENT", "SUMMARY:cut off")
    found = Items.read(text, LISBON)
    assert_equal [["whole"], []], [found.todos.map(&:words), found.events]
    assert_equal ["The last item does not end; it was left out.", "“broken” cannot be read; it was left out."], found.problems
    assert_raises(Items::NoCalendar) { Items.read("hello", LISBON) }
    assert_raises(Items::NoCalendar) { Items.found("x" * (Items::MAX_BYTES + 1), LISBON) }
  end

  def test_many_are_bounded
    one = "BEGIN:VTODO\r\nUID:%d\r\nSUMMARY:a\r\nEND:VTODO"
    found = Items.read(calendar(*Array.new(2_100) { format(one, _1) }), LISBON)
    assert_equal [2_000, ["Only the first 2000 of 2100 items were read."]], [found.todos.size, found.problems]
  end
end
