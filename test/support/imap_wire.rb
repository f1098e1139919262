# frozen_string_literal: true

require "socket"

# The wire to a server that speaks IMAP, on this machine: what a client says is noted, and it may be cut.
class ImapWire
  attr_reader :port, :said, :lines

  # @param to [Integer] the server's port
  def initialize(to)
    @to = to
    @said = Queue.new
    @lines = 0
    @listening = TCPServer.new("127.0.0.1", 0)
    @port = @listening.addr[1]
    @thread = Thread.new { loop { serve(@listening.accept) } }
  end

  # After so many bytes from the server, the next line is cut; nil for never.
  attr_writer :cut_after

  # What the server says that it can do, and is not said to the client.
  attr_writer :hides

  # @yield [String] a line of the client's, before it goes on
  def on_line(&block) = @on_line = block

  def close
    @thread.kill
    @listening.close
  end

  # @return [Array<String>] commands without their tags, and with what follows them
  def commands = Array.new(@said.size) { @said.pop }.filter_map { |line| line[/\A\w+\d+ (.*)/, 1] }

  private

  def serve(client)
    @lines += 1
    left = @cut_after
    server = TCPSocket.new("127.0.0.1", @to)
    Thread.new { to_server(client, server) }
    Thread.new { to_client(client, server, left) }
  rescue SystemCallError
    client.close
  end

  def to_server(client, server)
    while (line = client.gets("\r\n"))
      @said << line.chomp
      @on_line&.call(line)
      server.write(line)
    end
  rescue SystemCallError, IOError
    nil
  ensure
    shut(server)
  end

  def to_client(client, server, left)
    loop do
      bytes = @hides ? server.gets("\r\n")&.gsub(@hides, "") : server.readpartial(65_536)
      break if bytes.nil?

      bytes = bytes.byteslice(0, left) if left
      client.write(bytes)
      break if left && (left -= bytes.bytesize) <= 0
    end
  rescue SystemCallError, IOError
    nil
  ensure
    shut(client)
    shut(server)
  end

  def shut(socket)
    socket.shutdown
  rescue SystemCallError, IOError
    nil
  end
end
