# frozen_string_literal: true

require_relative "../support/desk_helper"

# A disk that is full, a file that may not be written, is held, is damaged or is another's: told in a person's words, left as it is, and
# gone on from by itself.
class FaultsTest < Minitest::Test
  include CoreHelper

  Moment = Struct.new(:now)

  def setup
    @folder = Dir.mktmpdir
    @path = File.join(@folder, "here.sqlite3")
    Store::Database.open(@path)
  end

  def teardown
    Store::Database.close
    FileUtils.rm_rf(@folder)
    DeskHelper.database
  end

  def refused(path = @path) = assert_raises(Store::Database::Unusable) { Store::Database.open(path) }.message
  def sql(text) = Store::Record.connection.execute(text)

  # Every connection from now on is bounded so: the disk as SQLite sees it.
  def with(**pragmas)
    known = Store::Record.connection_db_config.configuration_hash
    ActiveRecord::Base.establish_connection(known.merge(pragmas: known[:pragmas].merge(pragmas)))
  end

  def owned
    owner = {"name" => "Wren", "addresses" => ["w@q.example"], "organisation" => ["q.example"], "time_zone" => "Europe/Lisbon"}
    Desk::SetUp.new(@clock = Moment.new(at("09:14"))).call(owner, plan: {})
    office = Post::Office.new(@folder)
    Desk::AddSource.new(@clock).call(office.box("w@q.example"))
    60.times do |n|
      office.deliver("From: a@b.example\nSubject: #{n}\nMessage-ID: <#{n}@b>\n\n#{"word " * 400}#{n}\n", to: "w@q.example", at: @clock.now,
        zone: LISBON, unique: "#{n}.x")
    end
  end

  def test_a_full_disk_is_told_and_once_there_is_room_all_mail_comes_in_by_itself
    owned
    seconds = 0
    faults = Service::Faults.new
    mailboxes = Service::Mailboxes.new(@clock) { Service::Attempts.new(@clock, faults: faults, told: ->(_) {}, monotonic: -> { seconds }) }
    with(max_page_count: Store::Record.connection.select_value("PRAGMA page_count") + 40)
    5.times { [mailboxes.look, seconds += 1] }
    assert_operator Store::Message.count, :<, 60
    assert_equal [Store::Fault::WORDS[SQLite3::FullException]], faults.list.map(&:words)
    with(max_page_count: 1_000_000)
    seconds += 1
    mailboxes.look
    assert_equal [60, []], [Store::Message.count, faults.list]
  end

  def test_the_reason_is_found_behind_what_it_made_fail
    error = begin
      begin
        raise SQLite3::FullException, "database or disk is full"
      rescue
        raise ActiveRecord::StatementInvalid, "cannot rollback - no transaction is active"
      end
    rescue => raised
      raised
    end
    assert_match(/The disk is full/, Store::Fault.words(error))
    assert_nil Store::Fault.words(ArgumentError.new("ours"))
    Store::Fault::WORDS.each { |type, words| assert_equal words, Store::Fault.words(type.new) }
  end

  def test_the_database_of_another_program_is_refused_and_left
    other = File.join(@folder, "other.sqlite3")
    SQLite3::Database.new(other).tap { _1.execute("CREATE TABLE messages (id INTEGER)") }.close
    before = File.binread(other)
    assert_match(/is not a database of Up Front; it was left as it is/, refused(other))
    assert_equal before, File.binread(other)
    assert_match(/is a folder/, refused(@folder))
    File.mkfifo(File.join(@folder, "pipe"))
    assert_match(/is no ordinary file/, refused(File.join(@folder, "pipe")))
    assert_match(/is no folder/, refused(File.join(other, "x.sqlite3")))
  end

  def test_a_damaged_file_is_refused_in_plain_words
    Store::Database.close
    File.open(@path, "r+b") { |file| file.seek(100) && file.write("\xFF" * 4000) }
    assert_match(/damaged|holds something else|is not a database/, refused)
  end

  def test_one_that_another_program_holds_is_told_and_not_waited_for_for_ever
    Store::Database.close
    other = SQLite3::Database.new(@path)
    other.execute("PRAGMA locking_mode = EXCLUSIVE")
    other.execute("BEGIN EXCLUSIVE")
    other.execute("CREATE TABLE held (id INTEGER)")
    assert_match(/Another program holds the database/, refused)
  ensure
    other.close
  end
end
