# frozen_string_literal: true

require_relative "desk_helper"

# The commands within this process, where they cost no start of their own, in a folder that goes when the test is over.
module CommandHelper
  include CoreHelper

  def setup = @folder = Dir.mktmpdir

  def teardown
    Store::Database.close
    FileUtils.rm_rf(@folder)
  end

  # @return [Array(String, String, Integer)] what it printed, what it told of faults, and its exit status
  def run_command(*arguments, input: "")
    before = [$stdin, $stdout, $stderr]
    $stdin, $stdout, $stderr = StringIO.new(input.b), StringIO.new, StringIO.new
    status = CLI::App.run(arguments)
    [$stdout.string, $stderr.string, status]
  ensure
    $stdin, $stdout, $stderr = before
  end

  # @yield [SQLite3::Database] beside whatever else has it open
  def in_database(path = @database)
    database = SQLite3::Database.new(path)
    database.busy_timeout = 10_000
    yield database
  ensure
    database&.close
  end

  def upfront(*arguments, **more) = run_command(*arguments, "--database", File.join(@folder, "x.sqlite3"), **more)
end
