# frozen_string_literal: true

require "vcardigan"

module UpFront
  module Post
    # People from a file of contact cards (vCard, RFC 6350 and the 3.0 and 2.1 before it).
    class ContactCards
      # The file holds no card; the message is for the person.
      class NoCards < StandardError; end

      MAX_BYTES = 5 * 1024 * 1024
      CARD = /^BEGIN:VCARD[ \t]*\r?\n(.*?)^END:VCARD[ \t]*\r?$/mi

      Person = Struct.new(:name, :email, keyword_init: true)

      # @param bytes [String] @raise [NoCards]
      def initialize(bytes)
        raise NoCards, "The file is larger than 5 MB." if bytes.bytesize > MAX_BYTES

        text = Charset.utf8(bytes)
        @cards = text.scan(CARD).map { |(lines)| read(lines) }
        raise NoCards, "The file holds no contact card (a card begins with BEGIN:VCARD)." if @cards.empty?
      end

      # @return [Array<Person>] everyone who has an address, each address once
      def people
        @cards.compact.flat_map { |card| addresses(card).map { Person.new(name: name(card), email: _1) } }.uniq do
          Core::Address.normalise(_1.email)
        end
      end

      # @return [Integer] the cards without a usable address
      def without = @cards.count { |card| card.nil? || addresses(card).empty? }

      private

      def read(lines)
        VCardigan.parse(lines)
      rescue # the gem raises whatever a broken line leads to
        nil
      end

      def name(card) = card.fn&.first&.value.to_s.strip.then { _1.empty? ? nil : _1.gsub(/\\([,;\\])/, "\\1") }

      # A group's members (RFC 6350, 6.6.5) may be given as mailto: addresses.
      def addresses(card)
        given = [*card.email, *card.member].map { |property| Array(property.values).first.to_s.strip.sub(/\Amailto:/i, "") }
        given.grep(/\A[^@\s]+@[^@\s]+\z/)
      end
    end
  end
end
