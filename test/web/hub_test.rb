# frozen_string_literal: true

require "sqlite3"
require "socket"
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

  def page(since: nil)
    ours, theirs = Socket.pair(:UNIX, :STREAM)
    @hub.add(theirs, since: since)
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
end
