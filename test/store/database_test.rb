# frozen_string_literal: true

require_relative "../support/desk_helper"

class DatabaseTest < Minitest::Test
  include DeskHelper

  # A second process, since one has one database open.
  def opened(path)
    script = "require 'bundler/setup'; require '#{UpFront::ROOT}/lib/up_front'; begin; UpFront::Store::Database.open('#{path}'); print " \
      ":open; rescue UpFront::Store::Database::Unusable => e; print e.message; end"
    IO.popen([RbConfig.ruby, "-e", script], chdir: UpFront::ROOT, &:read)
  end

  def test_what_is_no_database_is_left_as_it_is
    path = File.join(DeskHelper::FOLDER, "note.txt")
    File.write(path, "a note, and not a database at all")
    assert_match(/is not a database of Up Front/, opened(path))
    assert_equal "a note, and not a database at all", File.read(path)
  end

  def test_a_database_of_a_newer_version_is_refused
    path = File.join(DeskHelper::FOLDER, "newer.sqlite3")
    assert_equal "open", opened(path)
    SQLite3::Database.new(path) { _1.execute("INSERT INTO schema_migrations VALUES ('29990101000000')") }
    assert_match(/newer version/, opened(path))
  end

  def test_the_sqlite_that_was_compiled_for_is_the_one_that_runs
    assert_equal SQLite3::SQLITE_VERSION, SQLite3::SQLITE_LOADED_VERSION
  end
end
