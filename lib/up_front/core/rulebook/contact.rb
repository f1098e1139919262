# frozen_string_literal: true

module UpFront
  module Core
    # Somebody one knows: a card with a name, one or several addresses, and what else is noted; or, in a rulebook's file, an address or a
    # whole domain alone.
    class Contact
      KEYS = %w[name addresses].freeze
      NOTED = %w[organisation phone note].freeze
      MOST = 5_000
      MOST_ADDRESSES = 40
      MOST_TEXT = 2_000 # characters of what is noted

      attr_reader :name, :addresses, *NOTED

      # @param item [String, Hash] as it stands in a rulebook's file @return [Contact]
      def self.of(item)
        return new("name" => nil, "addresses" => [item]) if item.is_a?(String)

        new(item)
      end

      # @param document [Hash] a rulebook's @return [Array<Contact>]
      def self.all(document) = document.fetch("contacts", []).map { of(_1) }

      # @param document [Hash] @return [Array<String>] every address and @domain that is one of the contacts
      def self.terms(document) = all(document).flat_map(&:addresses)

      # @param item [Object] of a file @param check [Check] @return [Array<String>, nil] its addresses
      def self.read(item, check)
        return term(item, check) && [item] unless item.is_a?(Hash)

        check.object(item, required: KEYS, optional: NOTED) or return
        check.at("name").filled(item["name"]) if item.key?("name")
        NOTED.each { |key| check.at(key).text(item[key]) if item.key?(key) }
        check.at("addresses").list(item["addresses"], empty: false) { |each, at| term(each, at) } if item.key?("addresses")
      end

      def self.term(item, check)
        return item if item.is_a?(String) && item.match?(Address::TERM)

        check.refuse("an address or @domain", item)
      end
      private_class_method :term

      # @param given [Hash]
      def initialize(given)
        @name = given["name"]
        @addresses = given["addresses"]
        @organisation, @phone, @note = given.values_at(*NOTED).map(&:to_s)
        freeze
      end

      # @return [String] by which it is found: its first address
      def key = Address.normalise(addresses.first)
      def keys = addresses.map { Address.normalise(_1) }
      def known_by?(key) = keys.any?(key)

      # @return [Boolean] whether it is more than a domain
      def person? = !addresses.first.start_with?("@")

      # @return [String, Hash] as it stands in a rulebook's file: what is an address alone stays one
      def to_item
        noted = NOTED.zip([organisation, phone, note]).reject { _2.empty? }.to_h
        return addresses.first if name.nil? && addresses.one? && noted.empty?

        {"name" => name || addresses.first, "addresses" => addresses, **noted}
      end

      # Of several one: the first's name and what it lacks from the others. @param others [Array<Contact>] @return [Contact]
      def merged(others)
        all = [self, *others]
        notes = all.map(&:note).reject(&:empty?).uniq.join("\n")[0, MOST_TEXT]
        first = ->(what) { all.map { _1.public_send(what) }.find { |text| !text.to_s.empty? } }
        Contact.new("name" => first[:name], "addresses" => all.flat_map(&:addresses).uniq { Address.normalise(_1) },
          "organisation" => first[:organisation], "phone" => first[:phone], "note" => notes)
      end
    end
  end
end
