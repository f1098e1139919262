# frozen_string_literal: true

require "net/http"
require "socket"

require_relative "nursery"

# A real server in a process of its own.
class Server
  ROOT = File.expand_path("../..", __dir__)

  attr_reader :port, :pid

  # @param nursery [Nursery, nil] that forks it; without one it starts from nothing, as a person starts it
  def initialize(database, *options, port: Server.free_port, nursery: nil)
    @port = port
    @nursery = nursery
    @arguments = ["serve", "--database", database, "--port", port.to_s, *options]
  end

  def self.free_port = TCPServer.open("127.0.0.1", 0) { _1.addr[1] }

  def start
    @pid = @nursery ? @nursery.start(@arguments) : alone
    wait_for { get("/api/status") }
    self
  end

  def stop(signal = "TERM")
    return unless @pid

    Process.kill(signal, @pid)
    @nursery ? wait_for { gone? } : Process.wait(@pid)
    @pid = nil
  end

  # Without the gems' places that this process hands down.
  def alone
    Bundler.with_unbundled_env do
      spawn(RbConfig.ruby, File.join(ROOT, "bin", "upfront"), *@arguments, out: File::NULL, err: File::NULL)
    end
  end

  def gone?
    Process.kill(0, @pid)
    false
  rescue Errno::ESRCH
    true
  end

  def url = "http://127.0.0.1:#{port}"

  # @return [String, nil]
  def get(path)
    answer = Net::HTTP.get_response(URI("#{url}#{path}"))
    answer.body if answer.is_a?(Net::HTTPSuccess)
  rescue SystemCallError, IOError
    nil
  end

  def wait_for(seconds: 30)
    ending = Process.clock_gettime(Process::CLOCK_MONOTONIC) + seconds
    until (found = yield)
      raise "waited #{seconds} s in vain" if Process.clock_gettime(Process::CLOCK_MONOTONIC) > ending

      sleep 0.02
    end
    found
  end
end
