# frozen_string_literal: true

require "bcrypt"
require "json"
require "net/http"
require "open3"
require "openssl"
require "sqlite3"
require "tmpdir"
require_relative "../support/server"
require_relative "../support/core_helper"

# Up Front as others reach it: encrypted, signed in, by a real server.
class TLSTest < Minitest::Test
  include CoreHelper

  PASSPHRASE = "the heron drinks black tea"

  # The same, over TLS, with the certificate that it makes itself.
  class Encrypted < Server
    attr_accessor :cookie

    def url = "https://localhost:#{port}"

    def get(path)
      ask(Net::HTTP::Get.new("/api/sign-in".then { path.include?("status") ? _1 : path })).then { _1.body if _1.is_a?(Net::HTTPSuccess) }
    end

    def ask(request)
      request["cookie"] = cookie if cookie
      Net::HTTP.start("localhost", port, use_ssl: true, verify_mode: OpenSSL::SSL::VERIFY_NONE) { _1.request(request) }
    rescue SystemCallError, IOError, OpenSSL::SSL::SSLError
      nil
    end

    def post(path, body) = ask(Net::HTTP::Post.new(path, "content-type" => "application/json").tap { _1.body = JSON.generate(body) })

    # A page's stream, read by hand. @return [OpenSSL::SSL::SSLSocket]
    def stream
      socket = OpenSSL::SSL::SSLSocket.new(TCPSocket.new("127.0.0.1", port))
      socket.connect
      socket.write("GET /api/events HTTP/1.1\r\nHost: localhost\r\nCookie: #{cookie}\r\n\r\n")
      socket
    end
  end

  def setup
    @folder = Dir.mktmpdir
    @database = File.join(@folder, "x.sqlite3")
  end

  def teardown
    @server&.stop
    FileUtils.rm_rf(@folder)
  end

  # In a process of its own: locks on a file are a process's, and two who have it open in one would lose each other's.
  def lay(passphrase: nil)
    child = fork do
      Store::Database.open(@database)
      Desk::SetUp.new(Struct.new(:now).new(Time.now)).call(OWNER)
      Store::Setting[Desk::SetPassphrase::KEY] = BCrypt::Password.create(passphrase, cost: 4).to_s if passphrase
      exit!(0)
    end
    Process.wait(child)
  end

  def command(*arguments, input: "")
    Open3.capture2e(RbConfig.ruby, File.join(Server::ROOT, "bin", "upfront"), *arguments, "--database", @database, stdin_data: input).first
  end

  def start
    lay(passphrase: PASSPHRASE)
    @server = Encrypted.new(@database, "--host", "0.0.0.0", "--name", "localhost", nursery: Nursery.here).start
    answer = @server.post("/api/sign-in", {passphrase: PASSPHRASE})
    assert_equal "200", answer.code
    @server.cookie = answer["set-cookie"][/\A[^;]+/]
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
