# frozen_string_literal: true

require "tmpdir"
require "sqlite3"
require_relative "../support/core_helper"
require_relative "../support/server"

# The server killed at any moment while mail comes in, and started again: each message is there once, with
# one claim and one state.
class KillTest < Minitest::Test
  include CoreHelper

  MESSAGES = 240
  KILLS = 4

  def setup
    @folder = Dir.mktmpdir
    @database = File.join(@folder, "x.sqlite3")
    @office = Post::Office.new(File.join(@folder, "mail"))
    maildir = @office.box("w@q.example")
    owner = {"name" => "W", "addresses" => ["w@q.example"], "organisation" => [], "time_zone" => "Europe/Lisbon"}
    prepare = "require '#{UpFront::ROOT}/lib/up_front'; include UpFront; Store::Database.open('#{@database}'); clock = " \
      "Clock::System.new; " \
      "Desk::SetUp.new(clock).call(#{owner.inspect}); Desk::AddSource.new(clock).call('#{maildir}')"
    assert system(RbConfig.ruby, "-rbundler/setup", "-e", prepare, chdir: UpFront::ROOT)
  end

  def teardown = FileUtils.rm_rf(@folder)

  def deliver(number)
    raw = "From: a@b.example\nTo: w@q.example\nSubject: Number #{number}\nMessage-ID: <#{number}@b>\n\n#{"text " * 200}\n"
    @office.deliver(raw, to: "w@q.example", at: Time.now, zone: LISBON, unique: "#{Time.now.to_i}.#{number}", sync: false)
  end

  def count(what)
    database = SQLite3::Database.new(@database, readonly: true)
    database.busy_timeout = 5_000
    database.get_first_value("SELECT #{what}")
  ensure
    database&.close
  end

  def messages = count("count(*) FROM messages")

  def test_killed_at_any_moment_nothing_is_lost_or_doubled
    MESSAGES.times { deliver(_1) }
    server = Server.new(@database)
    counts = (1..KILLS).map do |round|
      server.start
      server.wait_for { messages >= MESSAGES * round / (KILLS + 1) }
      server.stop("KILL")
      messages
    end
    assert_operator counts.first, :<, MESSAGES, "the first kill must come while mail is coming in"
    server.start
    server.wait_for { messages == MESSAGES }
    all = ["count(DISTINCT subject) FROM messages", "count(*) FROM claims", "count(*) FROM states", "count(*) FROM raw_messages",
      "count(*) FROM seen_files"]
    assert_equal [MESSAGES] * all.size, all.map { count(_1) }
    assert_equal 0, count("count(*) FROM claims LEFT JOIN messages ON messages.id = claims.message_id WHERE messages.id IS NULL")
  ensure
    server&.stop
  end
end
