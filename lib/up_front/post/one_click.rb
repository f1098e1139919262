# frozen_string_literal: true

require "ipaddr"

module UpFront
  module Post
    # Asks to be taken off a list by one POST (RFC 8058, section 3.2), and looks at nothing of the answer but its first line. It goes to
    # https alone, to no address of a private or local net; for all else see {WebLine}.
    class OneClick
      MOST = 4_096 # bytes of an answer
      BODY = Core::Unsubscribe::POSTED
      Failed = WebLine::Failed

      # Nets that nobody outside can mean (RFC 6890; RFC 4291, RFC 4193, RFC 6598).
      REFUSED = %w[0.0.0.0/8 10.0.0.0/8 100.64.0.0/10 127.0.0.0/8 169.254.0.0/16 172.16.0.0/12 192.0.0.0/24 192.0.2.0/24 192.88.99.0/24
        192.168.0.0/16 198.18.0.0/15 198.51.100.0/24 203.0.113.0/24 224.0.0.0/4 240.0.0.0/4 ::/128 ::1/128 ::ffff:0:0/96 64:ff9b::/96
        64:ff9b:1::/48 100::/64 2001::/23 2001:db8::/32 2002::/16 fc00::/7 fe80::/10 ff00::/8].map { IPAddr.new(_1) }.freeze

      # @param address [String] of a net @return [Boolean]
      def self.refused?(address) = IPAddr.new(address.split("%").first).then { |ip| REFUSED.any? { _1.include?(ip) } }

      # @param given see {WebLine}
      def initialize(refused: OneClick.method(:refused?), **given)
        @line = WebLine.new(schemes: %w[https], refused: refused, **given)
      end

      # @param address [String] an https address @return [void] @raise [Failed]
      def call(address)
        WebLine.judge(*@line.call(address, most: MOST, until_line: true) { |uri| request(uri) })
      end

      private

      def request(uri)
        "POST #{uri.request_uri} HTTP/1.1\r\nHost: #{uri.authority}\r\nContent-Type: application/x-www-form-urlencoded\r\n" \
          "Content-Length: #{BODY.bytesize}\r\nConnection: close\r\n\r\n#{BODY}"
      end
    end
  end
end
