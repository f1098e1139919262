# frozen_string_literal: true

module UpFront
  module Core
    # Names and addresses of single people in what is about to be published, so that whoever publishes it can look at each: addresses, and
    # whatever is called in a text as the owner or one of their contacts is.
    class PersonalInEdition
      ROLES = %w[accounts office info desk helpdesk support noreply no-reply news press tickets postmaster security hr
        facilities].to_set.freeze
      MOST_LETTERS = 3 # a shorter name is a word like others

      # @!attribute where [String] "the rule “A”" @!attribute what [String] the address or the name
      Found = Struct.new(:where, :what, keyword_init: true) do
        def said = "#{what}, in #{where}"
      end

      # @param edition [Hash] in the file's shape @param document [Hash] of the rulebook of whoever publishes it
      def initialize(edition, document)
        @edition = edition
        names = [document.dig("owner", "name"), *Contact.all(document).map(&:name)].compact.map { _1.strip }
        @names = names.reject { _1.size < MOST_LETTERS }.uniq.sort
        @accounts = document.fetch("accounts", []).map { _1["name"] }
      end

      # @return [Array<Found>]
      def to_a
        HouseEdition::THINGS.flat_map { |kind| of(kind, kind.delete_suffix("s")) } + of("rules", "rule") + header
      end

      private

      def of(kind, word)
        @edition.fetch(kind, []).flat_map { |thing| found("the #{word} “#{thing["name"]}”", strings(thing)) } +
          ((kind == "rules") ? @edition["rules"].flat_map { accounts(_1) } : [])
      end

      def header = found("the note", [@edition["note"].to_s])

      def found(where, texts)
        addresses = texts.flat_map { _1.scan(/[^\s<>()\[\],;:"“”]+@[^\s<>()\[\],;:"“”]+/) }.select { personal?(_1) }
        parted = texts.map { " #{words(_1)} " }
        called = @names.select { |name| parted.any? { |text| text.include?(" #{words(name)} ") } }
        (addresses + called).uniq.map { Found.new(where: where, what: _1) }
      end

      def words(text) = Text.words(Text.lay([text])).strip

      # A whole domain is nobody, and neither is an address that goes with an office.
      def personal?(address) = !ROLES.include?(address[/\A[^@+]+/].to_s.downcase)

      # What is called so is the publisher's own, and nobody else has it.
      def accounts(rule)
        named = References.of(rule)["accounts"] & @accounts
        named.map { Found.new(where: "the rule “#{rule["name"]}”", what: "your account “#{_1}”") }
      end

      def strings(value)
        case value
        when String then [value]
        when Array then value.flat_map { strings(_1) }
        when Hash then value.values.flat_map { strings(_1) }
        else []
        end
      end
    end
  end
end
