# frozen_string_literal: true

module UpFront
  module Web
    # Whoever asked, and whether they still wait for the answer: who gives up closes the connection.
    class Asker
      # @param socket [#to_io, nil] of the request; without one the answer is waited for
      def initialize(socket)
        @socket = socket
      end

      # @return [Boolean] what more was sent is a further request, nothing and the end is one that is over
      def gone?
        return false unless @socket

        @socket.to_io.recv_nonblock(1, Socket::MSG_PEEK).to_s.empty?
      rescue IO::WaitReadable
        false
      rescue SystemCallError, IOError
        true
      end
    end
  end
end
