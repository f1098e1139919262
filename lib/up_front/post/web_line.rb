# frozen_string_literal: true

require "addressable/uri"
require "openssl"
require "socket"

module UpFront
  module Post
    # One request to a web server and its answer (HTTP/1.0, RFC 1945; so nothing comes in chunks, RFC 9112, section 6.1), of which no more
    # is read than is wanted, and for which no longer is waited than is said. It follows no redirect. No cookie, no name of a program,
    # nothing of the person goes along but what stands in the address.
    #
    # A library for HTTP would read headers without a bound and look names up by itself, between the check of an address and its use.
    class WebLine
      SECONDS = 15
      PORTS = {"https" => 443, "http" => 80}.freeze

      # It did not come about; the message is for the person.
      class Failed < StandardError; end

      # @param schemes [Array<String>] which may be asked
      # @param stand_in [Array(String, Integer), nil] host and port on this machine that takes all of it in place of the world, unencrypted
      # @param find [#call, nil] of a host and port gives the addresses of nets
      # @param refused [#call, nil] whether an address of a net must not be asked @param certificates [OpenSSL::X509::Store, nil]
      def initialize(schemes:, stand_in: nil, find: nil, refused: nil, certificates: nil)
        @schemes = schemes
        @stand_in = stand_in
        @find = find || method(:found)
        @refused = refused
        @certificates = certificates
      end

      # @param address [String] @param most [Integer] bytes of the answer that are read
      # @yield [Addressable::URI] what is sent @yieldreturn [String] the request
      # @return [Array(String, String)] the answer as far as it was read, and the host @raise [Failed]
      def call(address, most:, until_line: false)
        uri = Addressable::URI.parse(address)
        unless @schemes.include?(uri.scheme&.downcase) && uri.userinfo.nil? && !uri.host.to_s.empty?
          raise Failed, "That address is not one of #{@schemes.join(" or ")}."
        end

        @until = Process.clock_gettime(Process::CLOCK_MONOTONIC) + SECONDS
        [asked(uri, yield(uri), most, until_line), uri.host]
      rescue Addressable::URI::InvalidURIError
        raise Failed, "That address cannot be read."
      rescue OpenSSL::SSL::SSLError
        raise Failed, "#{uri.host} does not prove to be who it says it is, so nothing was sent to it."
      rescue SocketError, Errno::EINVAL
        raise Failed, "#{uri.host} is not found."
      rescue SystemCallError, IOError
        raise Failed, "#{uri.host} cannot be reached, or broke off."
      end

      # @param answer [String] @return [String] its status, three digits @raise [Failed] where it is none that tells of success
      def self.judge(answer, host)
        status = answer.lines.first.to_s[%r{\AHTTP/\d(?:\.\d)? (\d{3})}, 1]
        raise Failed, "#{host} gave an answer that cannot be read." unless status
        return status if status.start_with?("2")
        raise Failed, "#{host} wanted to send the request on elsewhere, which is not followed." if status.start_with?("3")

        raise Failed, "#{host} refused it (#{status})."
      end

      private

      def asked(uri, request, most, until_line)
        socket = connected(uri)
        socket.write(request)
        answer(socket, most, until_line)
      ensure
        socket&.close
      end

      def connected(uri)
        return TCPSocket.new(*@stand_in, connect_timeout: left) if @stand_in

        port = uri.port || PORTS.fetch(uri.scheme.downcase)
        addresses = @find.call(uri.host.delete("[]"), port)
        raise Failed, "#{uri.host} is not found." if addresses.empty?
        # One of several that is private is enough: which of them would be asked is chance.
        raise Failed, "#{uri.host} lies in a private net, where nothing is asked." if @refused && addresses.any? { @refused.call(_1) }

        socket = TCPSocket.new(addresses.first, port, connect_timeout: left)
        (uri.scheme.downcase == "https") ? secured(socket, uri.host) : socket
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

      # @return [String] bytes: to the end, or where a line is enough to the end of the first
      def answer(socket, most, until_line)
        text = +"".b
        until until_line && text.include?("\n")
          raise Failed, "The answer is longer than the #{most / 1024} kB that are read of one." if text.bytesize >= most

          part = socket.read_nonblock([most - text.bytesize, 65_536].min, exception: false)
          break if part.nil?

          part.is_a?(String) ? text << part : waited(socket, part)
        end
        text
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
    end
  end
end
