# frozen_string_literal: true

require "bcrypt"
require "json"
require "net/http"
require "openssl"
require_relative "server"

# A real server as others reach it: over TLS, with the certificate that it makes itself, and signed in.
class TLSServer < Server
  attr_accessor :cookie

  # In a process of its own: locks on a file are a process's, and two who have it open in one would lose each other's.
  # @yield what else is laid down there
  def self.passphrase(database, passphrase)
    child = fork do
      UpFront::Store::Database.open(database)
      yield if block_given?
      UpFront::Store::Setting[UpFront::Desk::SetPassphrase::KEY] = BCrypt::Password.create(passphrase, cost: 4).to_s if passphrase
      exit!(0)
    end
    Process.wait(child)
  end

  def initialize(database, *options, **more) = super(database, "--host", "0.0.0.0", "--name", "localhost", *options, **more)

  def url = "https://localhost:#{port}"
  def get(_path) = ask(Net::HTTP::Get.new("/api/sign-in")).then { _1.body if _1.is_a?(Net::HTTPSuccess) }

  # @return [Net::HTTPResponse, nil]
  def ask(request)
    request["cookie"] = cookie if cookie
    Net::HTTP.start("localhost", port, use_ssl: true, verify_mode: OpenSSL::SSL::VERIFY_NONE) { _1.request(request) }
  rescue SystemCallError, IOError, OpenSSL::SSL::SSLError
    nil
  end

  # @return [Net::HTTPResponse]
  def sign_in(passphrase)
    request = Net::HTTP::Post.new("/api/sign-in", "content-type" => "application/json")
    request.body = JSON.generate(passphrase: passphrase)
    ask(request).tap { |answer| self.cookie = answer["set-cookie"].to_s[/\A[^;]+/] }
  end

  # Signs everybody out, as another browser would.
  def end_all(database)
    SQLite3::Database.new(database).tap { |here|
      here.busy_timeout = 10_000
      here.execute("UPDATE sessions SET ended_at = created_at")
    }.close
  end

  # A page's stream, read by hand. @return [OpenSSL::SSL::SSLSocket]
  def stream
    socket = OpenSSL::SSL::SSLSocket.new(TCPSocket.new("127.0.0.1", port))
    socket.connect
    socket.write("GET /api/events HTTP/1.1\r\nHost: localhost\r\nCookie: #{cookie}\r\n\r\n")
    socket
  end
end
