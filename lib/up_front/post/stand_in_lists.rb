# frozen_string_literal: true

require "socket"

module UpFront
  module Post
    # A stand-in for the servers of mailing lists: takes requests to be taken off a list (RFC 8058) on this machine alone, in place of the
    # world. What stands in the address says what it does: `/refuse` answers 403, `/elsewhere` a redirect, `/endless` never ends,
    # `/silent` says nothing; all else is done. Those that it has taken off are told by {#taken}.
    class StandInLists
      HOST = "127.0.0.1"
      MOST = 8_192 # bytes of a request
      SILENT_SECONDS = 60
      OK = "HTTP/1.1 200 OK\r\nContent-Length: 0\r\nConnection: close\r\n\r\n"
      ANSWERS = {"/refuse" => "HTTP/1.1 403 Forbidden\r\nContent-Length: 0\r\n\r\n",
                 "/elsewhere" => "HTTP/1.1 302 Found\r\nLocation: http://127.0.0.1/\r\nContent-Length: 0\r\n\r\n"}.freeze

      # A request: the host that was meant, the path, and what was posted.
      Request = Struct.new(:host, :path, :body)

      attr_reader :port, :taken

      # @param port [Integer] 0 for one that is free @param secure [OpenSSL::SSL::SSLContext, nil] to answer by TLS
      def initialize(port: 0, secure: nil)
        @listening = TCPServer.new(HOST, port)
        @port = @listening.addr[1]
        @secure = secure
        @taken = []
      end

      def start
        @thread = Thread.new { loop { Thread.new(@listening.accept) { |socket| serve(socket) } } }
        self
      end

      def stop
        @thread&.kill
        @listening.close
      end

      private

      def serve(socket)
        socket = secured(socket) if @secure
        request = read(socket) or return
        answer(socket, request)
      rescue SystemCallError, IOError, OpenSSL::SSL::SSLError
        nil # whoever asked has gone
      ensure
        socket&.close
      end

      def secured(socket) = OpenSSL::SSL::SSLSocket.new(socket, @secure).tap { _1.sync_close = true }.tap(&:accept)

      def read(socket)
        text = +""
        text << socket.readpartial(MOST - text.bytesize) until text.include?("\r\n\r\n") || text.bytesize >= MOST
        head, body = text.split("\r\n\r\n", 2)
        length = head[/^content-length:\s*(\d+)/i, 1].to_i
        body << socket.readpartial(MOST) while body.bytesize < [length, MOST].min
        Request.new(head[/^host:\s*(.+?)\r?$/i, 1], head[/\APOST (\S+) /, 1], body)
      end

      def answer(socket, request)
        return endless(socket) if request.path.to_s.start_with?("/endless")
        return sleep(SILENT_SECONDS) if request.path.to_s.start_with?("/silent")

        @taken << request if request.body == Core::Unsubscribe::POSTED && !ANSWERS.key?(request.path[%r{\A/\w+}])
        socket.write(ANSWERS.fetch(request.path.to_s[%r{\A/\w+}], OK))
      end

      def endless(socket)
        socket.write("HTTP/1.1 ")
        loop { socket.write("2" * 1_024) }
      end
    end
  end
end
