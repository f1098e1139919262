# frozen_string_literal: true

module UpFront
  module Desk
    # People as a person gives them, of themselves and of others: read as they are written, and refused where that cannot be right.
    module GivenPeople
      WHOLE = /@(?:localhost|[^@]+\.[^@.]+)\z/ # an address on a host without a name's ending reaches nobody outside

      module_function

      # @param given [Hash] name, addresses and organisation (texts or lists of them), time_zone
      # @return [Hash] an owner in the file's shape @raise [Core::Refused]
      def owner(given)
        check = Core::Check.new
        owner = {"name" => check.at("name").filled(given["name"])&.strip,
                 "addresses" => addresses(given["addresses"], check.at("addresses")),
                 "organisation" => domains(given["organisation"], check.at("organisation")), "time_zone" => given["time_zone"]}
        unless Core::Zone.known?(given["time_zone"])
          check.at("time_zone").refuse("an IANA time zone", given["time_zone"],
            words: "Choose a time zone of the list, such as Europe/Lisbon.")
        end
        raise Core::Refused, check.faults if check.faults.any?

        owner
      end

      # @param given [Array<String>, String] @return [Array<String>] whole addresses, at least one
      def addresses(given, check)
        people = Core::PastedPeople.new(given)
        nobody(people, check, "Give addresses, such as you@work.example.")
        people.terms.grep(/\A@/) {
          check.refuse("an address", _1, words: "“#{_1.delete_prefix("@")}” is a whole domain: give your address there.")
        }
        people.terms.grep_v(/\A@/).grep_v(WHOLE) {
          check.refuse("a whole address", _1, words: "“#{_1}” is not whole: it has no ending such as .example.")
        }
        check.refuse("an address", words: "Give at least one address of yours.") if people.terms.empty? && people.unread.empty?
        people.terms.grep(WHOLE)
      end

      # @return [Array<String>] domains, without the sign before them
      def domains(given, check)
        people = Core::PastedPeople.new(given)
        nobody(people, check, "Give domains, such as work.example.")
        people.terms.grep_v(/\A@/) {
          check.refuse("a domain", _1, words: "“#{_1}” is an address: give the domain alone, #{_1[/@(.+)/, 1]}.")
        }
        people.terms.grep(/\A@/).map { _1.delete_prefix("@") }
      end

      # @param given [Array<String>] as written and pasted @param pointer [String] where it stands
      # @return [Array<String>] addresses and whole domains, and who else may stand there @raise [Core::Refused]
      def read(given, pointer, groups: nil)
        check = Core::Check.new([], pointer)
        terms = given.each_with_index.flat_map do |text, index|
          people = Core::PastedPeople.new(groups ? plain(text) : text, groups: groups, known: Store::KnownPeople.method(:called))
          nobody(people, check.at(index), "Give addresses, or domains such as @b.example.")
          people.terms
        end
        raise Core::Refused, check.faults if check.faults.any?

        terms.uniq
      end

      # A term of a condition, as a person would write it.
      def plain(term) = term.to_s.sub(/\Agroup:/, "").sub(/\Amy_organisation\z/, "my organisation")

      def nobody(people, check, remedy)
        people.unread.each { check.refuse("somebody", _1, words: "“#{_1}” is nobody that could be read. #{remedy}") }
      end
    end
  end
end
