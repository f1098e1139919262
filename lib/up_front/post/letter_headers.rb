# frozen_string_literal: true

require "mail"

module UpFront
  module Post
    # A message's headers: raw, decoded, and read as addresses and dates, forgiving what is broken.
    class LetterHeaders
      MAX_VALUE = 20_000
      BESIDE_ADDRESS = /[\s<>,;:"()\[\]]/
      PIECE = /(?:"[^"]*"|[^",]|")+/ # between commas, of which those within quotes part nothing
      YEARS = 1970..2200 # a date outside them is a fault of the sender's clock, and counts as missing

      def initialize(mail)
        @raw = mail.header.fields.each_with_object({}) do |field, all|
          (all[field.name.downcase] ||= []) << Charset.utf8(written(field)[0, MAX_VALUE]).gsub(/\r?\n[ \t]+/, " ").strip
        end
      end

      # @return [Array<String>] as written, unfolded
      def raw(name) = @raw.fetch(name, [])

      # @return [String] the first one's text (RFC 2047)
      def decoded(name) = decode(raw(name).first || "")

      # @return [Hash{String=>Array<String>}]
      def to_h = @raw.transform_values { |values| values.map { decode(_1) } }

      # @return [Array<Core::Address>]
      def addresses(name) = raw(name).flat_map { parse_addresses(_1) }

      # @return [Time, nil] the Date header's instant
      def date
        return @date if defined?(@date)

        @date = time(raw("date").first)
      end

      # @return [Time, nil] the topmost Received header's
      def received_at = time(raw("received").first&.rpartition(";")&.last)

      private

      # For a date and for ids of which nothing is written the gem makes some up: now, and at random.
      def written(field) = field.unparsed_value.to_s.strip.empty? ? "" : field.value.to_s

      def decode(value)
        return value unless value.include?("=?")

        Charset.utf8(Mail::Encodings.value_decode(value))
      rescue *ParseFaults::ALL
        value
      end

      def parse_addresses(value)
        Mail::AddressList.new(Mail::Encodings.address_encode(value)).addresses.filter_map do |address|
          Core::Address.new(Charset.utf8(address.address.to_s), decode(address.display_name.to_s).delete("\u0000")) if address.address
        end
      rescue Mail::Field::FieldError, *ParseFaults::ALL
        scan_addresses(value)
      end

      # What a strict reading refuses still has addresses in it.
      def scan_addresses(value)
        value.scan(PIECE).filter_map do |piece|
          name, angle, rest = piece.rpartition("<")
          email = (address_in(rest) unless angle.empty?) || address_in(piece) or next
          Core::Address.new(email, decode((angle.empty? ? "" : name).delete('"').strip).then { (_1 == email) ? nil : _1 })
        end
      end

      # From the first @ outwards, so that each letter is looked at once. @return [String, nil]
      def address_in(piece)
        at = piece.index("@") or return
        start = piece.rindex(BESIDE_ADDRESS, at)&.succ || 0
        email = piece[start...(piece.index(BESIDE_ADDRESS, at) || piece.size)]
        email unless email.start_with?("@") || email.end_with?("@")
      end

      def time(text)
        return if text.to_s.strip.empty?

        moment = rfc_time(text.strip) || DateTime.parse(text.strip[0, 100]).to_time
        moment.utc if YEARS.cover?(moment.year)
      rescue ArgumentError, RangeError
        nil
      end

      def rfc_time(text)
        Time.rfc2822(text)
      rescue ArgumentError
        nil
      end
    end
  end
end
