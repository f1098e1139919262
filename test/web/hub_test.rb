# frozen_string_literal: true

require "minitest/mock"
require "socket"
require "sqlite3"
require_relative "../support/desk_helper"

class HubTest < Minitest::Test
  include CoreHelper

  def setup
    @path = File.join(DeskHelper::FOLDER, "hub-#{rand(1e9).to_i}.sqlite3")
    @database = SQLite3::Database.new(@path)
    @database.execute("PRAGMA journal_mode = wal")
    @database.execute("CREATE TABLE events (id INTEGER PRIMARY KEY, kind TEXT, payload TEXT)")
    @hub = Web::Hub.new(@path).start
  end

  def teardown = @hub.stop

  def happen(kind) = @database.execute("INSERT INTO events (kind, payload) VALUES (?, '{}')", [kind])

  def page(since: nil, **more)
    ours, theirs = Socket.pair(:UNIX, :STREAM)
    @hub.add(theirs, since: since, **more)
    ours
  end

  # Reads until what is wanted has come; the test's own patience is five seconds.
  def heard(page, wanted)
    text = +""
    until text.include?(wanted)
      flunk "heard #{text.inspect}, not #{wanted}" unless page.wait_readable(5)
      text << page.readpartial(4096)
    end
    text
  end

  def test_every_page_hears_what_another_program_did
    pages = [page, page]
    pages.each { heard(_1, "event: hello") }
    happen("arrived")
    pages.each { assert_includes heard(_1, "event: arrived\ndata: {}\n\n"), "id: 1\n" }
  end

  def test_a_page_that_comes_back_hears_what_it_missed_once
    first = page
    happen("arrived")
    happen("changed")
    heard(first, "event: changed")
    text = heard(page(since: 1), "event: hello")
    assert_equal [1, 0], [text.scan("event: changed").size, text.scan("event: arrived").size]
  end

  def test_a_page_that_missed_too_much_reads_all_anew
    first = page
    (Web::Hub::MOST_MISSED + 2).times { happen("arrived") }
    heard(first, "id: #{Web::Hub::MOST_MISSED + 2}\n")
    assert_includes heard(page(since: 0), "event: hello"), "event: reload"
  end

  def test_one_that_is_signed_out_hears_nothing_of_what_happens_from_then
    signed_in = true
    out, other = [page(allowed: -> { signed_in }), page]
    happen("arrived")
    [out, other].each { heard(_1, "event: arrived") }
    signed_in = false
    happen("changed")
    heard(other, "event: changed")
    assert_equal ["", 1], [out.read, @hub.size]
  end

  def test_a_fault_in_between_delays_and_loses_nothing
    faults = 3
    own = page(allowed: -> { (faults -= 1) < 0 || raise("busy") })
    _, told = capture_io do
      happen("arrived")
      heard(own, "event: arrived")
    end
    assert_equal 3, told.scan("busy").size
    assert_equal 1, @hub.size
  end

  def test_a_page_that_went_away_is_let_go
    first = page
    heard(first, "event: hello")
    first.close
    other = page
    heard(other, "event: hello")
    3.times do
      happen("arrived")
      heard(other, "event: arrived")
    end
    assert_equal 1, @hub.size
  end

  def test_a_page_hears_a_beat_while_nothing_happens
    own = page
    heard(own, "event: hello")
    happen("arrived")
    heard(own, "event: arrived") # its thread has begun, and the beat counts from then
    later = Process.clock_gettime(Process::CLOCK_MONOTONIC) + Web::Hub::BEAT_SECONDS + 1
    @hub.stub(:monotonic, later) { heard(own, "event: beat") }
  end

  # One that is stopped, say: it comes back later and hears what it missed.
  def test_a_page_that_does_not_read_is_let_go_and_keeps_nobody_waiting
    asleep, awake = page, page
    [asleep, awake].each { heard(_1, "event: hello") }
    large = JSON.generate(text: "x" * 60_000)
    20.times { @database.execute("INSERT INTO events (kind, payload) VALUES ('arrived', ?)", [large]) && heard(awake, "\n\n") }
    happen("changed")
    heard(awake, "event: changed")
    assert_equal 1, @hub.size
  end

  def test_a_fault_of_the_database_is_told_and_the_next_turn_tries_again
    own = page
    heard(own, "event: hello")
    _, log = capture_io do
      @database.execute("ALTER TABLE events RENAME TO elsewhere")
      deadline = Process.clock_gettime(Process::CLOCK_MONOTONIC) + 5
      Thread.pass until $stderr.string.include?("no such table") || Process.clock_gettime(Process::CLOCK_MONOTONIC) > deadline
      @database.execute("ALTER TABLE elsewhere RENAME TO events")
    end
    assert_match(/SQLite3::SQLException: no such table: events/, log)
    happen("changed")
    heard(own, "event: changed")
  end

  # What a page saw of a database that is not there any more is nothing to go on from.
  def test_a_page_that_is_ahead_reads_all_anew
    happen("arrived")
    heard(page, "event: hello")
    assert_includes heard(page(since: 99_999), "event: hello"), "event: reload"
  end
end
