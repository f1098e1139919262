# frozen_string_literal: true

require "vcardigan"

module UpFront
  module Post
    # People from a file of contact cards (vCard, RFC 6350 and the 3.0 and 2.1 before it).
    class ContactCards
      # The file holds no card; the message is for the person.
      class NoCards < StandardError; end

      MAX_BYTES = 5 * 1024 * 1024
      BEGINS = /\ABEGIN:VCARD\s*\z/i
      ENDS = /\AEND:VCARD\s*\z/i

      Person = Struct.new(:name, :email, keyword_init: true)

      # @param people [Array<Person>] @return [String] a card for each (RFC 6350)
      def self.write(people)
        people.map { |person|
          VCardigan.create(version: "4.0").tap { |card|
            card.fullname(escaped(person.name || person.email))
            card.email(escaped(person.email))
          }.to_s
        }.join("\n") + "\n"
      end

      # As text values are written (RFC 6350, 3.4).
      def self.escaped(text) = text.gsub(/[\\,;]/) { "\\#{_1}" }.gsub(/[\r\n]+/, " ")
      private_class_method :escaped

      # @param bytes [String] @raise [NoCards]
      def initialize(bytes)
        raise NoCards, "The file is larger than 5 MB." if bytes.bytesize > MAX_BYTES

        text = Charset.utf8(bytes)
        @cards = cards(text).map { |lines| read(lines) }
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

      # The same, read apart from this process. @param bytes [String]
      # @return [Hash] people and without, as here @raise [NoCards]
      def self.found(bytes)
        Apart.call(:cards, bytes)
      rescue Apart::Exceeded
        raise NoCards, "The file takes too long to read. Give the cards in several smaller files."
      end

      private

      # What stands between each beginning and its end; one that does not end is none.
      def cards(text)
        found = []
        open = nil
        text.each_line do |line|
          if line.match?(BEGINS) then open = +""
          elsif line.match?(ENDS)
            found << open if open
            open = nil
          elsif open then open << line
          end
        end
        found
      end

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
