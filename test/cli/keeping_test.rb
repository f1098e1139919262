# frozen_string_literal: true

require "sqlite3"
require_relative "../support/command_helper"

# A backup is whole and of one moment, is put back, and what is not as it should be is found.
class KeepingTest < Minitest::Test
  include CommandHelper

  def setup
    super
    @database = File.join(@folder, "x.sqlite3")
    @backup = File.join(@folder, "kept.sqlite3")
    upfront("setup", "--name", "Wren Adeyemi", "--address", "wren@lanternquay.example", "--time-zone", "Europe/Lisbon")
    bring(1..5)
  end

  def bring(numbers)
    letters = numbers.map { |n|
      "From a@b.example Thu Jan  1 00:00:00 2027\nFrom: Ana <ana@casadomar.example>\nTo: wren@lanternquay.example\nSubject: Loan #{n}\n" \
        "Message-ID: <#{n}@x>\nDate: Tue, 9 Mar 2027 09:14:00 +0000\n\nHello #{n}\n\n"
    }
    File.write(File.join(@folder, "mail.mbox"), letters.join)
    upfront("import", File.join(@folder, "mail.mbox"))
  end

  def subjects(path = @database) = in_database(path) { _1.execute("SELECT subject FROM messages ORDER BY id").flatten }
  def refused(*command) = upfront(*command).then { |_, error, status| assert_equal(1, status) && error }

  def test_a_backup_is_made_while_others_write_and_is_put_back
    in_database do |writer| # as the program does meanwhile
      writer.execute("BEGIN IMMEDIATE")
      writer.execute("INSERT INTO settings (\"key\", value) VALUES ('half', '1')")
      thread = Thread.new { sleep(0.3) && writer.execute("COMMIT") }
      said, error, status = upfront("backup", @backup)
      thread.join
      assert_equal ["", 0], [error, status]
      assert_match(/holds all that is here.*key.*keep apart/, said)
    end
    assert_equal 0o600, File.stat(@backup).mode & 0o777
    assert_empty Dir["#{@backup}?*"], "nothing lies beside it"
    assert_equal ["", 0], upfront("verify", @backup).last(2)
    bring(6..8)
    assert_equal 8, subjects.size
    said, = upfront("restore", @backup)
    assert_equal 5, subjects.size
    former = said[/before is (\S+) now/, 1]
    assert_equal 8, subjects(former).size
    assert_equal ["", 0], upfront("verify").last(2)
    bring(9..9)
    assert_equal "Loan 9", subjects.last
  end

  def test_nothing_is_overwritten_and_nothing_half_is_left
    File.write(@backup, "mine")
    assert_match(/is there already/, refused("backup", @backup))
    assert_equal "mine", File.read(@backup)
    assert_match(/could not be written/, refused("backup", File.join(@folder, "nowhere", "x")))
    assert_match(/is no database/, refused("restore", @backup))
    assert_equal 5, subjects.size
    assert_match(/no file/, refused("verify", "#{@folder}/nothing"))
    assert_empty Dir["#{@folder}/*.part*"]
  end

  DAMAGE = {
    /without its decision/ => "DELETE FROM claims WHERE message_id = 2", /without its state/ => "DELETE FROM states WHERE message_id = 2",
    /without its bytes/ => "DELETE FROM raw_messages WHERE message_id = 2", /bytes are not those that came/ =>
      "UPDATE raw_messages SET bytes = CAST(bytes || 'x' AS BLOB) WHERE message_id = 2", /cannot be compared/ =>
      "DELETE FROM raw_digests WHERE message_id = 2", /What belongs together/ =>
      "INSERT INTO message_references (message_id, reference) VALUES (99, 'x')"
  }.freeze

  def test_what_is_not_as_it_should_be_is_found_and_not_put_back
    upfront("backup", @backup)
    DAMAGE.each_with_index do |(words, sql), place|
      bad = File.join(@folder, "bad#{place}.sqlite3")
      FileUtils.cp(@backup, bad)
      in_database(bad) { |database| database.execute("PRAGMA foreign_keys = OFF") && database.execute(sql) }
      assert_match words, refused("verify", bad)
      assert_match words, refused("restore", bad)
    end
    bytes = File.binread(@backup)
    bytes[8_192, 20_000] = "\xFF".b * 20_000
    File.binwrite(@backup, bytes)
    assert_match(/damaged/, refused("verify", @backup))
  end

  def test_a_database_that_is_in_use_is_not_replaced
    upfront("backup", @backup)
    File.open("#{@database}.lock", File::RDWR | File::CREAT) do |file|
      file.flock(File::LOCK_SH)
      assert_match(/Up Front runs with .* Stop it first/, refused("restore", @backup))
    end
    assert_equal 0, upfront("restore", @backup).last
  end
end
