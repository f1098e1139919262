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

      # @param contacts [Array<Core::Contact>] who are persons @return [String] a card for each (RFC 6350, section 6), with CRLF
      def self.write(contacts)
        contacts.map { |contact| folded(card(contact).to_s) }.join
      end

      LINE = 75 # bytes, without its end (section 3.2)

      # The library folds by letters; a letter is never cut.
      def self.folded(text)
        text.strip.gsub(/\r?\n[ \t]/, "").lines(chomp: true).flat_map { |line|
          line.each_char.with_object([+""]) { |letter, parts|
            parts << +" " if parts.last.bytesize + letter.bytesize > LINE
            parts.last << letter
          }
        }.map { "#{_1}\r\n" }.join
      end

      def self.card(contact)
        VCardigan.create(version: "4.0").tap do |card|
          card.fullname(escaped(contact.name || contact.addresses.first))
          contact.addresses.each { card.email(escaped(_1)) }
          card.org(escaped(contact.organisation)) unless contact.organisation.empty?
          card.tel(escaped(contact.phone)) unless contact.phone.empty?
          card.note(escaped(contact.note)) unless contact.note.empty?
        end
      end

      # As text values are written (section 3.4).
      def self.escaped(text) = text.gsub(/[\\,;]/) { "\\#{_1}" }.gsub(/\r\n?|\n/, "\\n")
      private_class_method :card, :escaped, :folded

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

      # @return [Array<Hash>] each card that has an address, as an item of a rulebook's contacts (see {Core::Contact})
      def contacts
        @cards.compact.filter_map do |card|
          addresses = addresses(card).uniq { Core::Address.normalise(_1) }.first(Core::Contact::MOST_ADDRESSES)
          next if addresses.empty?

          noted = {"organisation" => card.org, "phone" => card.tel, "note" => card.note}
            .to_h { |key, property| [key, value(property, parts: key == "organisation")[0, Core::Contact::MOST_TEXT]] }
          {"name" => Core::Visible.line(name(card) || addresses.first)[0, 200], "addresses" => addresses, **noted.reject { _2.empty? }}
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

      def name(card) = value(card.fn).then { _1.empty? ? nil : _1.gsub(/\s+/, " ") }

      # The first of its kind, as it is read (section 3.4). The library parts it at every semicolon.
      # @param parts [Boolean] whether semicolons part it: an organisation's units
      def value(property, parts: false)
        text = Array(Array(property).first&.values).join(";")
        units = parts ? text.scan(/(?:\\.|[^;\\])+/m) : [text]
        units.map { |unit| unit.gsub(/\\(.)/m) { %w[n N].include?($1) ? "\n" : $1 }.strip }.reject(&:empty?).join(", ")
      end

      # A group's members (RFC 6350, 6.6.5) may be given as mailto: addresses.
      def addresses(card)
        given = [*card.email, *card.member].map { |property| Array(property.values).first.to_s.strip.sub(/\Amailto:/i, "") }
        given.grep(/\A[^@\s]+@[^@\s]+\z/)
      end
    end
  end
end
