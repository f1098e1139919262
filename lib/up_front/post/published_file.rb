# frozen_string_literal: true

require "digest"

module UpFront
  module Post
    # A file that others publish, in a folder or at a web address, with its checksum (SHA-256 in hexadecimal, first on its line) beside it
    # under the same name and ".sha256": wanted at an address, heeded where it is there in a folder.
    class PublishedFile
      BESIDE = ".sha256"
      MOST_BESIDE = 4_096 # bytes of a checksum's file, with the head of an answer
      HEAD = 16_384 # bytes of an answer before its body

      # It cannot be had; the message is for the person.
      class Unreached < StandardError; end

      # @param place [String] @return [Boolean]
      def self.address?(place) = place.match?(%r{\A[a-z][a-z0-9+.-]*://}i)

      # @param most [Integer] bytes of it @param line [WebLine]
      def initialize(place, most:, line: WebLine.new(schemes: %w[https http]))
        @place = place
        @most = most
        @line = line
      end

      # @param known [String, nil] the checksum of what was read before @return [Array(String, String), nil] the bytes and their checksum;
      #   nil where they are those @raise [Unreached]
      def read(known: nil)
        wanted = checksum
        return if wanted && wanted == known

        bytes = bytes_of(@place, @most)
        sum = Digest::SHA256.hexdigest(bytes)
        if wanted && wanted != sum
          raise Unreached, "Its checksum is not the one that is published beside it: it was changed on the way, or is being changed now."
        end

        (sum == known) ? nil : [bytes, sum]
      end

      private

      def checksum
        text = bytes_of("#{@place}#{BESIDE}", MOST_BESIDE)
        text[/\A\h{64}(?=\s|\z)/]&.downcase or raise Unreached, "The file of its checksum, #{@place}#{BESIDE}, holds none."
      rescue Errno::ENOENT, Errno::ENOTDIR
        nil
      end

      def bytes_of(place, most)
        return fetched(place, most) if PublishedFile.address?(place)

        bytes = RegularFile.read(place, most + 1, links: true)
        raise Unreached, "#{place} is larger than #{most / 1024} kB." if bytes.bytesize > most

        bytes
      rescue Errno::ENOENT, Errno::ENOTDIR
        raise if place.end_with?(BESIDE)

        raise Unreached, "There is no file #{place}."
      rescue SystemCallError
        raise Unreached, "#{place} cannot be read."
      rescue RegularFile::Other => other
        raise Unreached, other.message
      end

      def fetched(place, most)
        answer, host = @line.call(place, most: most + HEAD) do |uri|
          "GET #{uri.request_uri} HTTP/1.0\r\nHost: #{uri.authority}\r\nConnection: close\r\n\r\n"
        end
        WebLine.judge(answer, host)
        head, body = answer.split("\r\n\r\n", 2)
        length = head[/^content-length:\s*(\d+)/i, 1]
        raise Unreached, "#{host} broke off." if body.nil? || (length && length.to_i != body.bytesize)

        body
      rescue WebLine::Failed => failed
        raise Unreached, place.end_with?(BESIDE) ? "Its checksum cannot be had: #{failed.message}" : failed.message
      end
    end
  end
end
