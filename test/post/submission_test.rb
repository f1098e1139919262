# frozen_string_literal: true

require "tmpdir"
require "socket"
require_relative "../support/certificates"
require_relative "../support/core_helper"

# Handing letters over: encrypted or not at all, each recipient for itself, and silence for what it is.
class SubmissionTest < Minitest::Test
  include CoreHelper

  LETTER = "From: w@q.example\r\nTo: a@b.example\r\nSubject: x\r\n\r\ntext\r\n"

  def setup
    @folder = Dir.mktmpdir
    @servers = []
  end

  def teardown
    @servers.each(&:stop)
    FileUtils.rm_rf(@folder)
  end

  def certificate(host)
    made, key = Certificates.of(host)
    {tls_cert_path: "#{@folder}/#{host}.pem", tls_key_path: "#{@folder}/#{host}.key"}.tap do |paths|
      File.write(paths[:tls_cert_path], made.to_pem)
      File.write(paths[:tls_key_path], key.to_pem)
    end
  end

  def stand_in(**more)
    Post::StandIn.new(Post::Office.new("#{@folder}/mail"), Clock::System.new, LISBON, **more).tap do |server|
      server.start
      @servers << server
    end
  end

  def send_by(port, security: "starttls", **more)
    server = Post::Submission::Server.new(host: "127.0.0.1", port: port, security: security, **more)
    Post::Submission.new(server).open { |connection| connection.deliver(LETTER, from: "w@q.example", to: %w[a@b.example]) }
  end

  def failed(...) = assert_raises(Post::Submission::Failed) { send_by(...) }

  def test_encrypted_by_an_authority_of_its_own
    paths = certificate("127.0.0.1")
    office = stand_in(tls_mode: :TLS_REQUIRED, users: {"w" => "secret"}, **paths)
    given = {ca_file: paths[:tls_cert_path], user: "w", password: "secret"}
    assert_equal %w[a@b.example], send_by(office.port, **given).taken
    unknown = failed(office.port, **given.except(:ca_file))
    assert_match(/certificate/, unknown.message)
    assert unknown.lasting
    other = certificate("mail.far.example")
    named_otherwise = stand_in(tls_mode: :TLS_REQUIRED, **other)
    assert failed(named_otherwise.port, ca_file: other[:tls_cert_path]).lasting, "a certificate of another name"
  end

  # A password never goes in the clear.
  def test_a_server_without_encryption_gets_nothing
    office = stand_in
    assert_match(/STARTTLS/, failed(office.port, user: "w", password: "secret").message)
    refused = assert_raises(Post::Submission::Failed) {
      Post::Submission.new(Post::Submission::Server.new(host: "mail.far.example", port: 25, security: "none")).open { flunk }
    }
    assert_match(/Without TLS mail goes to this machine alone/, refused.message)
  end

  # A server that says nothing more once it has the text: it cannot be known.
  def test_silence_after_the_text_is_no_answer
    server = TCPServer.new("127.0.0.1", 0)
    talk = Thread.new do
      client = server.accept
      client.write("220 here\r\n")
      while (line = client.gets)
        client.write(line.start_with?("EHLO") ? "250 here\r\n" : "250 ok\r\n") unless line.start_with?("DATA")
        next unless line.start_with?("DATA")

        client.write("354 go on\r\n")
        nil until client.gets == ".\r\n"
        client.close
        break
      end
    end
    under_way = false
    Post::Submission.new(Post::Submission::Server.new(host: "127.0.0.1", port: server.addr[1], security: "none")).open do |connection|
      assert_raises(Post::Submission::Unsure) do
        connection.deliver(LETTER, from: "w@q.example", to: %w[a@b.example]) { under_way = true }
      end
    end
    assert under_way
  ensure
    talk&.kill
    server&.close
  end

  # One that is silent from the beginning, and one that is silent once it has greeted: nothing was handed over, and it is tried again.
  def test_silence_before_the_text_is_a_failure_that_passes
    server = TCPServer.new("127.0.0.1", 0)
    talk = Thread.new do
      client = server.accept
      client.write("220 here\r\n")
      client.gets
      client.write("250 here\r\n")
      sleep
    end
    given = Post::Submission::Server.new(host: "127.0.0.1", port: server.addr[1], security: "none")
    failed = assert_raises(Post::Submission::Failed) do
      Post::Submission.new(given, read_seconds: 0.2).open { _1.deliver(LETTER, from: "w@q.example", to: %w[a@b.example]) }
    end
    refute failed.lasting
  ensure
    talk&.kill
    server&.close
  end
end
