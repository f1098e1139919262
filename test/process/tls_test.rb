# frozen_string_literal: true

require "json"
require "net/http"
require "open3"
require "openssl"
require "sqlite3"
require "tmpdir"
require_relative "../support/tls_server"
require_relative "../support/core_helper"

# Up Front as others reach it: encrypted, signed in, by a real server.
class TLSTest < Minitest::Test
  include CoreHelper

  PASSPHRASE = "the heron drinks black tea"

  def setup
    @folder = Dir.mktmpdir
    @database = File.join(@folder, "x.sqlite3")
  end

  def teardown
    @server&.stop
    FileUtils.rm_rf(@folder)
  end

  def lay(passphrase: nil)
    TLSServer.passphrase(@database, passphrase) { Desk::SetUp.new(Struct.new(:now).new(Time.now)).call(OWNER) }
  end

  def command(*arguments, input: "")
    Open3.capture2e(RbConfig.ruby, File.join(Server::ROOT, "bin", "upfront"), *arguments, "--database", @database, stdin_data: input).first
  end

  def start
    lay(passphrase: PASSPHRASE)
    @server = TLSServer.new(@database, nursery: Nursery.here).start
    assert_equal "200", @server.sign_in(PASSPHRASE).code
  end

  def test_without_a_passphrase_it_is_not_reached_from_elsewhere
    lay
    said = command("serve", "--host", "0.0.0.0", "--port", Server.free_port.to_s)
    assert_match(/set a passphrase first, by “upfront passphrase”/, said)
    assert_match(/at least 12/, command("passphrase", input: "short\n"))
  end

  def test_what_is_not_signed_in_gets_nothing_and_signing_out_ends_the_stream
    start
    status = @server.ask(Net::HTTP::Get.new("/api/status"))
    assert_equal ["200", "Wren"], [status.code, JSON.parse(status.body)["owner"]]
    stream = @server.stream
    read_until(stream, "event: hello")
    copy = @server.cookie
    @server.ask(Net::HTTP::Delete.new("/api/sign-in"))
    @server.cookie = copy
    assert_equal "401", @server.ask(Net::HTTP::Get.new("/api/status")).code
    Timeout.timeout(30) { nil while stream.readpartial(4_096) }
    flunk "the stream goes on"
  rescue EOFError, OpenSSL::SSL::SSLError, Errno::ECONNRESET
    pass
  end

  # Eight megabytes go to each page, more than lies in any buffer; one has stopped reading.
  def test_a_page_that_stops_reading_holds_up_no_other
    start
    stuck, other = @server.stream, @server.stream
    [stuck, other].each { read_until(_1, "event: hello") }
    database = SQLite3::Database.new(@database)
    database.busy_timeout = 10_000
    160.times do |n|
      fill = JSON.generate(n: n, fill: "x" * 50_000)
      database.execute("INSERT INTO events (at, kind, payload) VALUES ('2027-03-09 09:00:00', 'changed', ?)", [fill])
      read_until(other, "\"n\":#{n},")
    end
    database.close
    assert_equal "200", @server.ask(Net::HTTP::Get.new("/api/status")).code
  ensure
    [stuck, other].compact.each(&:close)
  end

  def read_until(socket, wanted, seconds: 10)
    text = +""
    Timeout.timeout(seconds) do
      until text.include?(wanted)
        text << socket.readpartial(65_536)
        text = text[-200_000..] if text.size > 200_000
      end
    end
  end
end
