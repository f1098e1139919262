# frozen_string_literal: true

require "openssl"
require "timeout"

module UpFront
  module Post
    # The way in to a server that speaks IMAP: connected, greeted, encrypted and known to be the right one, before a word is said of who one
    # is.
    class ImapDoor
      OPEN_SECONDS = 15
      DEAD_SECONDS = 8 # until it is clear that nobody is at the other end of an idle line
      MOST_BYTES = 16 * 1024 * 1024 # of one response: the numbers of a million letters, or a letter that is not had in parts

      UNREACHABLE = [Net::OpenTimeout, Errno::ETIMEDOUT, Errno::EHOSTUNREACH, Errno::ENETUNREACH].freeze
      private_constant :UNREACHABLE

      # As {ImapLine}'s
      def initialize(server, marks: false, open_seconds: OPEN_SECONDS, dead_seconds: DEAD_SECONDS)
        @server = server
        @marks = marks
        @open_seconds = open_seconds
        @dead_seconds = dead_seconds
        @trust = ImapTrust.new(server, place)
      end

      # @return [ImapConnection] @raise [ImapLine::Failed] with what to do
      def open
        raise failed(:encryption, "Without TLS mail is read on this machine alone, and #{@server.host} is another.") if bare?

        imap = begun
        encrypt(imap) if @server.security == "starttls"
        @trust.check(imap.peer)
        imap.tap { imap = nil }
      ensure
        imap&.disconnect
      end

      private

      def bare? = @server.security == "none" && !Submission::LOOPBACK.include?(@server.host)

      def begun
        within(@open_seconds) do
          ImapConnection.new(@server.host, port: @server.port, marks: @marks, ssl: (@server.security == "tls") ? @trust.options : nil,
            open_timeout: @open_seconds, idle_response_timeout: @dead_seconds, config: {max_response_size: MOST_BYTES})
        end
      rescue SocketError
        raise failed(:name, "There is no server called #{@server.host}, or this machine is not connected. Look at how it is spelled.")
      rescue OpenSSL::SSL::SSLError => error
        raise @trust.failed(error)
      rescue *UNREACHABLE
        raise failed(:refused, "#{place} cannot be reached. Look at the port, and at whether this machine is connected.")
      rescue Timeout::Error
        raise failed(:silent, "#{place} does not greet within #{@open_seconds.to_i} seconds. Look at the port, and whether it wants " \
          "TLS from the first byte.")
      rescue SystemCallError
        raise failed(:refused, "#{@server.host} takes no line at port #{@server.port}. Look at the port.")
      rescue IOError, Net::IMAP::Error
        raise failed(:nonsense, "What answers at #{place} is no mail server that speaks IMAP. Look at the port, and at the security.")
      end

      def encrypt(imap)
        within(@open_seconds) { imap.starttls(**@trust.options) }
      rescue OpenSSL::SSL::SSLError => error
        raise @trust.failed(error)
      rescue Net::IMAP::Error
        raise failed(:encryption, "#{place} does not offer STARTTLS. Choose TLS from the first byte, with its port.")
      rescue SystemCallError, IOError, Timeout::Error
        raise failed(:lost, "#{place} broke off as the line was to be encrypted.")
      end

      def failed(kind, text) = ImapLine::Failed.new(kind, text)
      def within(seconds, &block) = Timeout.timeout(seconds, &block)
      def place = "#{@server.host}, port #{@server.port},"
    end
  end
end
