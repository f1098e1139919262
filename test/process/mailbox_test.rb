# frozen_string_literal: true

require "net/http"
require "tmpdir"
require_relative "../support/core_helper"
require_relative "../support/imap_server"
require_relative "../support/imap_wire"
require_relative "../support/server"

# The program itself at mailboxes on a real server: what comes is there at once, and whatever stops meanwhile is gone on with.
class MailboxTest < Minitest::Test
  include CoreHelper

  VISIBLE_SECONDS = 2.0

  def setup
    skip(ImapServer.missing) if ImapServer.missing
    @folder = Dir.mktmpdir
    @imap = ImapServer.new.start
    @wire = ImapWire.new(@imap.port)
    @server = Server.new(File.join(@folder, "x.sqlite3"), nursery: Nursery.here).start
    ask(:Post, "/setup", "name" => "Wren", "addresses" => ["wren@lanternquay.example"], "organisation" => [],
      "time_zone" => "Europe/Lisbon",
      "batch" => false)
  end

  def teardown
    @server&.stop("KILL")
    @wire&.close
    @imap&.remove
    FileUtils.rm_rf(@folder) if @folder
  end

  def ask(verb, path, body = nil)
    request = Net::HTTP.const_get(verb).new("/api#{path}", "content-type" => "application/json")
    request.body = JSON.generate(body) if body
    answer = Net::HTTP.start("127.0.0.1", @server.port) { _1.request(request) }
    assert_kind_of Net::HTTPSuccess, answer, answer.body
    JSON.parse(answer.body)
  end

  def connect(user = "wren", **more)
    ask(:Post, "/servers", {"host" => "127.0.0.1", "port" => @wire.port, "security" => "none", "user" => user,
                            "password" => ImapServer::USERS.fetch(user), **more.transform_keys(&:to_s)})
  end

  def put(id, box: "INBOX", user: "wren")
    text = "From: Ana <ana@casadomar.example>\r\nTo: wren@lanternquay.example\r\nSubject: #{id}\r\nMessage-ID: <#{id}@x>\r\n" \
      "\r\nThe text.\r\n"
    @imap.other(user) { |other| other.append(box, text) }
  end

  def sources = ask(:Get, "/sources")["sources"]
  def server(place = 0) = sources[place]["server"]
  def front = ask(:Get, "/front").to_s
  def visible(id) = @server.wait_for { front.include?("\"#{id}\"") }
  def online = @server.wait_for { server["line"].include?("stands since") }

  def seconds
    began = Process.clock_gettime(Process::CLOCK_MONOTONIC)
    yield
    Process.clock_gettime(Process::CLOCK_MONOTONIC) - began
  end

  def test_what_comes_is_visible_within_two_seconds_and_after_the_server_was_away
    connect
    online
    times = Array.new(5) do |n|
      put("new#{n}")
      seconds { visible("new#{n}") }
    end
    puts "visible after #{times.map { _1.round(2) }.join(", ")} s" if ENV["TOLD"]
    assert_operator times.sort[2], :<, VISIBLE_SECONDS, times.inspect # the others run beside other tests
    put("projects", box: "Archive")
    @server.wait_for { ask(:Get, "/find?text=projects").to_s.include?("\"projects\"") } # told by NOTIFY, not asked for by the minute
    @imap.stop
    @server.wait_for { sources[0]["problem"] }
    assert_match(/tried again by itself/, sources[0]["problem"])
    refute_nil sources[0]["since"]
    @imap.start
    put("back")
    visible("back")
    @server.wait_for { sources[0]["problem"].nil? }
    assert_operator @imap.lines, :<=, 3, "no more than three lines at once"
  end

  def test_one_mailbox_that_fails_harms_no_other
    connect
    connect("tarn")
    @server.wait_for { [0, 1].all? { server(_1)["line"].include?("stands since") } }
    File.write(@imap.path("users"), "wren:{PLAIN}another:::::\ntarn:{PLAIN}heron:::::\n")
    ask(:Post, "/sources/#{sources[0]["id"]}/retry")
    @server.wait_for { server(0)["asks"] }
    put("for tarn", user: "tarn")
    visible("for tarn")
    assert_match(/refuses the name or the password/, ask(:Get, "/status")["faults"].to_s)
    @wire.commands
    visible("for tarn") while (@looked = @looked.to_i + 1) < 10
    assert_empty @wire.commands.grep(/AUTHENTICATE/), "it is not tried again and again"
    File.write(@imap.path("users"), "wren:{PLAIN}another:::::\ntarn:{PLAIN}heron:::::\n")
    ask(:Put, "/sources/#{sources[0]["id"]}/server", "password" => "another")
    online
  end

  def test_killed_and_paused_while_older_mail_is_read_it_goes_on_and_doubles_nothing
    letters = Array.new(900) { |n|
      "Subject: old#{n}\r\nMessage-ID: <old#{n}@x>\r\nFrom: ana@casadomar.example\r\n\r\n#{"text " * 300}\r\n"
    }
    @imap.other { |other| letters.each { other.append("INBOX", _1, [], Time.now - 20 * 86_400) } }
    connect
    @server.wait_for { sources[0]["messages"].between?(50, 700) }
    put("among")
    visible("among")
    @server.stop("KILL")
    @server.start
    @server.wait_for { sources[0]["messages"] > 300 }
    ask(:Put, "/sources/#{sources[0]["id"]}/server", "paused" => true)
    @server.wait_for { server["line"].include?("paused") }
    ask(:Put, "/sources/#{sources[0]["id"]}/server", "paused" => false)
    @server.wait_for { sources[0]["messages"] == 901 && server["reading"].nil? }
    assert_equal 901, ask(:Get, "/sources")["messages"]
  end
end
