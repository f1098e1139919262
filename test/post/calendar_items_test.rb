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

  def moment(random) = Time.utc(2027, random.rand(1..12), random.rand(1..28), random.rand(24), random.rand(60))
  def day(random) = Date.new(2027, random.rand(1..12), random.rand(1..28))

  def todo(random, n)
    due = [nil, moment(random), day(random)].sample(random: random)
    Items::Todo.new(uid: "t#{n}@x", words: TEXTS.sample(random: random).strip.tr("\n", " "), note: ["", *TEXTS].sample(random: random),
      due: due,
      done_at: [nil, moment(random)].sample(random: random), alert: due.is_a?(Time) && random.rand(2).zero?, created_at: moment(random),
      changed_at: moment(random))
  end

  def event(random, n)
    starts = [moment(random), day(random)].sample(random: random)
    ends = starts.is_a?(Date) ? starts + random.rand(1..4) : starts + random.rand(1..300) * 60
    rrule = [nil, nil, "FREQ=WEEKLY;COUNT=5", "FREQ=MONTHLY;BYDAY=2TU"].sample(random: random)
    Items::Event.new(uid: "e#{n}@x", title: TEXTS.sample(random: random).strip.tr("\n", " "), place: ["",
      "Room 2, left"].sample(random: random),
      note: ["", *TEXTS].sample(random: random), starts: starts, ends: ends, rrule: rrule,
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
    return ["vtodo", item.uid, item.words, note, seconds[item.due], seconds[item.done_at]] if item.is_a?(Items::Todo)

    ["vevent", item.uid, item.title, note, seconds[item.starts], seconds[item.ends]]
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
