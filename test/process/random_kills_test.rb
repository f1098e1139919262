# frozen_string_literal: true

require "tmpdir"
require "sqlite3"
require "zlib"
require_relative "../support/core_helper"
require_relative "../support/server"

# The server killed (KILL, which nothing can catch) at random moments while mail comes in, a person acts, an act goes through many
# messages and is taken back, a calendar is followed, or a database is being brought to this version. What was acknowledged is there,
# nothing is there twice, and what is told of an act is what was done. `bin/test kills COUNT SEED` asks for more of them.
class RandomKillsTest < Minitest::Test
  include CoreHelper

  KILLS = Integer(ENV.fetch("KILLS", "6"))
  SEED = Integer(ENV.fetch("KILL_SEED", "19"))
  LONGEST = 1.0 # seconds that a server lives
  FORMER = Dir[File.expand_path("../former/*.sqlite3.gz", __dir__)].sort

  def setup
    @random = Random.new(SEED)
    @folder = Dir.mktmpdir
    @compared = 0
  end

  def teardown
    @server&.stop("KILL")
    FileUtils.rm_rf(@folder)
  end

  def test_whatever_goes_on_when_it_is_killed_what_was_acknowledged_is_there_once
    begin_life
    KILLS.times do
      @server.start
      live(@random.rand(LONGEST))
      @server.stop("KILL")
      whole!
    end
    @server.start
    @server.wait_for(seconds: 30 + @delivered / 50) { count("count(*) FROM messages") == @delivered && going.zero? }
    @server.stop
    whole!
    assert_equal @delivered, count("count(DISTINCT subject) FROM messages")
    assert_operator @flagged.size, :>=, KILLS / 2, "so few acts were acknowledged that nothing is compared"
    return unless ENV["KILLS"]

    puts "#{KILLS} kills with seed #{SEED}: #{@compared} things compared, #{@delivered} messages, #{@flagged.size} acts acknowledged"
  end

  def test_a_database_that_was_being_brought_to_this_version_is_brought_there_the_next_time
    wanted = made(File.join(@folder, "new.sqlite3"))
    [KILLS / 4, 2].max.times do |n|
      path = File.join(@folder, "former-#{n}.sqlite3")
      File.binwrite(path, Zlib.gunzip(File.binread(FORMER.sample(random: @random))))
      2.times { open_and_kill(path, @random.rand(0.25)) }
      assert_equal wanted, made(path)
      assert_equal [5, "ok", []], [ask(path, "SELECT count(*) FROM messages").dig(0, 0), ask(path, "PRAGMA integrity_check").dig(0, 0),
        ask(path, "PRAGMA foreign_key_check")]
    end
  end

  private

  def going = count("count(*) FROM jobs WHERE state = 'going'")

  def begin_life
    @database = File.join(@folder, "x.sqlite3")
    @office = Post::Office.new(File.join(@folder, "mail"))
    @maildir = @office.box("w@q.example")
    @calendar = File.join(@folder, "own.ics")
    write_calendar
    @delivered = 0
    @flagged = []
    @server = Server.new(@database, nursery: Nursery.here)
    deliver(300)
    @server.start
    assert post("/setup", name: "W", addresses: ["w@q.example"], organisation: [], time_zone: "Europe/Lisbon", batch: false)
    assert post("/sources", path: @maildir)
    assert post("/rules", body: rule("Numbers", when: leaf("subject", "mentions", ["number"]), then: {"priority" => "high"}))
    assert put("/followed-calendar", path: @calendar)
    @server.wait_for { count("count(*) FROM messages") >= 50 }
    @server.stop("KILL")
  end

  # For so long: mail comes, a person acts on a message at a time and on all at once, and takes back.
  def live(seconds)
    ending = now + seconds
    flag
    while now < ending
      [-> { deliver(@random.rand(1..20)) }, -> { flag }, -> { flag }, -> { tidy }, -> { undo }, -> { write_calendar }]
        .sample(random: @random).call
    end
  end

  def now = Process.clock_gettime(Process::CLOCK_MONOTONIC)

  def deliver(many)
    many.times do
      number = @delivered += 1
      @office.deliver("From: a@b.example\nTo: w@q.example\nSubject: Number #{number}\nMessage-ID: <#{number}@b>\n\n#{"text " * 100}\n",
        to: "w@q.example", at: Time.now, zone: LISBON, unique: "#{Time.now.to_i}.#{number}", sync: false)
    end
  end

  def flag
    id = (count("ifnull(max(id), 0) FROM messages") - @flagged.size) # each once
    @flagged << id if id.positive? && !@flagged.include?(id) && post("/acts", act: "flag", messages: [id])
  end

  def tidy = post("/tidy", find: {text: "number"}, act: %w[read unread].sample(random: @random))
  def undo = (step = count("max(id) FROM undo_steps WHERE message LIKE 'Marked%'")) && post("/undo/#{step}")
  def write_calendar = File.write(@calendar, "BEGIN:VCALENDAR\r\nVERSION:2.0\r\nX-N:#{@random.rand(99)}\r\nEND:VCALENDAR\r\n")

  def post(path, **body) = send_json(Net::HTTP::Post, path, body)
  def put(path, **body) = send_json(Net::HTTP::Put, path, body)

  # @return [Boolean] whether it was acknowledged
  def send_json(verb, path, body)
    request = verb.new("/api#{path}", "content-type" => "application/json")
    request.body = JSON.generate(body)
    Net::HTTP.start("127.0.0.1", @server.port) { _1.request(request) }.is_a?(Net::HTTPSuccess)
  rescue SystemCallError, IOError
    false
  end

  def ask(path, sql)
    database = SQLite3::Database.new(path)
    database.busy_timeout = 5_000
    database.execute(sql)
  ensure
    database&.close
  end

  def count(what) = ask(@database, "SELECT #{what}").dig(0, 0)

  LAWS = {
    "a claim for each message" => "SELECT count(*) FROM messages WHERE id NOT IN (SELECT message_id FROM claims)",
    "a state for each message" => "SELECT count(*) FROM messages WHERE id NOT IN (SELECT message_id FROM states)",
    "the bytes of each message" => "SELECT count(*) FROM messages WHERE id NOT IN (SELECT message_id FROM raw_messages)",
    "each message once" => "SELECT count(*) - count(DISTINCT message_id) FROM messages",
    "a mark for each message" => "SELECT (SELECT count(*) FROM messages) - (SELECT count(*) FROM seen_files)",
    "what a job tells is what it changed" => "SELECT count(*) FROM jobs WHERE kind <> 'undo' AND changed_count <> " \
      "(SELECT count(*) FROM undo_changes WHERE undo_changes.undo_step_id = jobs.undo_step_id)",
    "what is left of a job is in its parts" => "SELECT count(*) FROM jobs WHERE state = 'going' AND total - gone_through <> " \
      "(SELECT ifnull(sum(json_array_length(ids)), 0) FROM job_parts WHERE job_id = jobs.id)"
  }.freeze

  def whole!
    LAWS.each { |law, sql| assert_equal 0, ask(@database, sql).dig(0, 0), "#{law} (seed #{SEED})" }
    assert_equal [["ok"]], ask(@database, "PRAGMA integrity_check")
    assert_empty ask(@database, "PRAGMA foreign_key_check")
    assert_empty @flagged - ask(@database, "SELECT message_id FROM states WHERE flagged").flatten, "an act that was acknowledged is gone"
    @compared += LAWS.size * count("count(*) FROM messages") + @flagged.size
  end

  OPEN = "require './lib/up_front'; UpFront::Store::Record; $stdout.puts 'now'; $stdout.flush; UpFront::Store::Database.open(ARGV[0])"

  # Killed so long after it has begun to open the file.
  def open_and_kill(path, after)
    reader, writer = IO.pipe
    pid = spawn(RbConfig.ruby, "-rbundler/setup", "-e", OPEN, path, chdir: UpFront::ROOT, out: writer, err: File::NULL)
    writer.close
    reader.gets
    reader.wait_readable(after) # it ends, or its time does
    Process.kill("KILL", pid)
    Process.wait(pid)
  end

  def made(path)
    assert system(RbConfig.ruby, "-rbundler/setup", "-e", OPEN, path, chdir: UpFront::ROOT, out: File::NULL), path
    ask(path, "SELECT type, name FROM sqlite_master WHERE name NOT LIKE 'sqlite_%' ORDER BY type, name")
  end
end
