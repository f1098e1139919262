# frozen_string_literal: true

require "addressable/uri"
require "ipaddr"
require "openssl"
require "socket"

module UpFront
  module Post
    # Asks to be taken off a list by one POST (RFC 8058, section 3.2), and looks at nothing of the answer but its first line. It goes to
    # https alone, to no address of a private or local net, follows no redirect, reads no more than {MOST} bytes and waits no longer than
    # {SECONDS} in all. No cookie, no name of a program, nothing of the person goes along but what stands in the address.
    #
    # A library for HTTP would read headers without a bound and look names up by itself, between the check of an address and its use.
    class OneClick
      SECONDS = 15
      MOST = 4_096 # bytes of an answer
      BODY = Core::Unsubscribe::POSTED

      # It did not come about; the message is for the person.
      class Failed < StandardError; end

      # Nets that nobody outside can mean (RFC 6890; RFC 4291, RFC 4193, RFC 6598).
      REFUSED = %w[0.0.0.0/8 10.0.0.0/8 100.64.0.0/10 127.0.0.0/8 169.254.0.0/16 172.16.0.0/12 192.0.0.0/24 192.0.2.0/24 192.88.99.0/24
        192.168.0.0/16 198.18.0.0/15 198.51.100.0/24 203.0.113.0/24 224.0.0.0/4 240.0.0.0/4 ::/128 ::1/128 ::ffff:0:0/96 64:ff9b::/96
        64:ff9b:1::/48 100::/64 2001::/23 2001:db8::/32 2002::/16 fc00::/7 fe80::/10 ff00::/8].map { IPAddr.new(_1) }.freeze

      # @param address [String] of a net @return [Boolean]
      def self.refused?(address) = IPAddr.new(address.split("%").first).then { |ip| REFUSED.any? { _1.include?(ip) } }

      # @param stand_in [Array(String, Integer), nil] host and port on this machine that takes all of it in place of the world, unencrypted
      # @param find [#call] of a host and port gives the addresses of nets
      # @param refused [#call] whether an address of a net must not be asked @param certificates [OpenSSL::X509::Store, nil]
      def initialize(stand_in: nil, find: method(:found), refused: OneClick.method(:refused?), certificates: nil)
        @stand_in = stand_in
        @find = find
        @refused = refused
        @certificates = certificates
      end

      # @param address [String] an https address @return [void] @raise [Failed]
      def call(address)
        uri = Addressable::URI.parse(address)
        unless uri.scheme&.downcase == "https" && uri.userinfo.nil? && !uri.host.to_s.empty?
          raise Failed,
            "That address is not one of https."
        end

        @until = Process.clock_gettime(Process::CLOCK_MONOTONIC) + SECONDS
        line = asked(uri)
        judged(line, uri.host)
      rescue Addressable::URI::InvalidURIError
        raise Failed, "That address cannot be read."
      rescue OpenSSL::SSL::SSLError
        raise Failed, "#{uri.host} does not prove to be who it says it is, so nothing was sent to it."
      rescue SocketError, Errno::EINVAL
        raise Failed, "#{uri.host} is not found."
      rescue SystemCallError, IOError
        raise Failed, "#{uri.host} cannot be reached, or broke off."
      end

      private

      def asked(uri)
        socket = connected(uri)
        socket.write("POST #{uri.request_uri} HTTP/1.1\r\nHost: #{uri.authority}\r\nContent-Type: application/x-www-form-urlencoded\r\n" \
          "Content-Length: #{BODY.bytesize}\r\nConnection: close\r\n\r\n#{BODY}")
        first_line(socket)
      ensure
        socket&.close
      end

      def connected(uri)
        return TCPSocket.new(*@stand_in, connect_timeout: left) if @stand_in

        port = uri.port || 443
        addresses = @find.call(uri.host, port)
        raise Failed, "#{uri.host} is not found." if addresses.empty?
        # One of several that is private is enough: which of them would be asked is chance.
        raise Failed, "#{uri.host} lies in a private net, where nothing is asked." if addresses.any? { @refused.call(_1) }

        secured(TCPSocket.new(addresses.first, port, connect_timeout: left), uri.host)
      end

      def found(host, port) = Addrinfo.getaddrinfo(host, port, nil, :STREAM, timeout: left).map(&:ip_address).uniq

      def secured(socket, host)
        context = OpenSSL::SSL::SSLContext.new
        context.set_params(cert_store: @certificates || OpenSSL::X509::Store.new.tap(&:set_default_paths), verify_hostname: true)
        OpenSSL::SSL::SSLSocket.new(socket, context).tap do |secure|
          secure.hostname = host
          secure.sync_close = true
          handshake(secure)
        end
      rescue Failed, SystemCallError, OpenSSL::SSL::SSLError
        socket.close
        raise
      end

      def handshake(secure)
        secure.connect_nonblock
      rescue IO::WaitReadable
        waited(secure, :wait_readable)
        retry
      rescue IO::WaitWritable
        waited(secure, :wait_writable)
        retry
      end

      # @return [String] the status line
      def first_line(socket)
        text = +""
        until text.include?("\n")
          raise Failed, "The answer cannot be read." if text.bytesize >= MOST

          part = socket.read_nonblock(MOST - text.bytesize, exception: false)
          break if part.nil?

          part.is_a?(String) ? text << part.b : waited(socket, part)
        end
        text.lines.first.to_s
      end

      def waited(socket, what)
        ready = (what == :wait_writable) ? IO.select(nil, [socket.to_io], nil, left) : IO.select([socket.to_io], nil, nil, left)
        raise Failed, "There was no answer within #{SECONDS} seconds." unless ready
      end

      def left
        left = @until - Process.clock_gettime(Process::CLOCK_MONOTONIC)
        raise Failed, "There was no answer within #{SECONDS} seconds." unless left.positive?

        left
      end

      def judged(line, host)
        status = line[%r{\AHTTP/\d(?:\.\d)? (\d{3})}, 1]
        raise Failed, "#{host} gave an answer that cannot be read." unless status
        return if status.start_with?("2")
        raise Failed, "#{host} wanted to send the request on elsewhere, which is not followed." if status.start_with?("3")

        raise Failed, "#{host} refused it (#{status})."
      end
    end
  end
end
