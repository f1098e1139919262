# frozen_string_literal: true

require "open3"
require "socket"
require_relative "../support/desk_helper"

# The commands as a person runs them.
class CommandTest < Minitest::Test
  include CoreHelper

  def setup = @folder = Dir.mktmpdir
  def teardown = FileUtils.rm_rf(@folder)

  def path(name) = File.join(@folder, name)

  def run_command(*arguments, command: "upfront", input: "")
    Open3.capture3(RbConfig.ruby, File.join(UpFront::ROOT, "bin", command), *arguments, stdin_data: input).then { |out, error, status| [out, error, status.exitstatus] }
  end

  def upfront(*arguments) = run_command(*arguments, "--database", path("x.sqlite3"))
  def set_up = upfront("setup", "--name", "Wren", "--address", "w@q.example", "--time-zone", "Europe/Lisbon")

  def test_import_brings_in_what_it_can_and_says_what_it_could_not
    assert_equal 0, set_up.last
    File.write(path("good.mbox"), "From a@b Tue Mar  9 07:00:00 2027\nFrom: a@b.example\nSubject: one\n\nx\n\nFrom a@b Tue Mar  9 07:00:00 2027\nSubject: two\n\ny\n")
    File.write(path("empty.eml"), "")
    _, error, status = upfront("import", path("good.mbox"), path("empty.eml"), path("nowhere"))
    assert_equal 1, status
    ["good.mbox: 2 taken in", "empty.eml is empty.", "nowhere is not there.", "2 of 3 files could not be brought in."].each { assert_includes error, _1 }
    assert_equal 0, upfront("import", path("good.mbox")).last
    refute_match(/\.rb:\d+/, error)
  end

  def test_wrong_use_is_told_apart_from_unusable_input
    assert_equal 2, upfront("import").last
    assert_equal 2, upfront("fly").last
    assert_equal 2, run_command("serve", "--colour", "red").last
    _, error, status = upfront("import", path("x.eml"))
    assert_equal [1, true], [status, error.include?("does not know its owner")]
    _, error, status = upfront("setup", "--name", "Wren", "--address", "nobody", "--time-zone", "Mars")
    assert_equal [1, true], [status, error.include?("/owner/time_zone: expected an IANA time zone")]
  end

  def test_a_port_in_use_is_said
    taken = TCPServer.new("127.0.0.1", 0)
    _, error, status = upfront("serve", "--port", taken.addr[1].to_s)
    assert_equal [1, true], [status, error.include?("Port #{taken.addr[1]} is in use")]
    assert_match(/listens on this machine alone/, upfront("serve", "--host", "0.0.0.0")[1])
  ensure
    taken.close
  end

  def test_a_folder_without_permission_is_said
    FileUtils.mkdir_p(%w[new cur].map { path("M/#{_1}") })
    set_up
    assert_equal 0, upfront("source", path("M")).last
    assert_match(/is not there/, upfront("source", path("N"))[1])
  end

  def test_the_post_office_delivers_what_it_is_given
    out, _, status = run_command("deliver", "w@q.example", "--mail", @folder, command: "post-office", input: "From: a@b.example\nSubject: hi\n\nx\n")
    assert_equal [0, "hi"], [status, Post::Letter.new(File.binread(out.strip)).fields[:subject]]
    assert_equal 1, run_command("deliver", "w@q.example", "--mail", @folder, command: "post-office").last
  end
end
