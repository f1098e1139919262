# frozen_string_literal: true

module UpFront
  module Desk
    # Whom a message goes to, as it is written: "Ana Ferro <ana@b.example>", an address, a name that one person has, a group.
    module GivenRecipients
      NAMED = /\A\s*"?([^<>"]*?)"?\s*<\s*([^<>\s]+@[^<>\s]+)\s*>\s*\z/
      GROUP = /\A(?:group:|one of )(.+)\z/

      module_function

      # @param texts [Array<String>] @param pointer [String] where they stand @param document [Hash] the rulebook's, with its groups
      # @return [Array<Core::Address>] each once @raise [Core::Refused]
      def read(texts, pointer, document)
        check = Core::Check.new([], pointer)
        people = texts.each_with_index.flat_map { |text, place| one(text.to_s.strip, check.at(place), document) }
        raise Core::Refused, check.faults if check.faults.any?

        people.uniq(&:key)
      end

      # @return [Array<Core::Address>]
      def one(text, check, document)
        return [] if text.empty?
        return group($1, check, document) if text =~ GROUP
        return [Core::Address.new($2, $1)] if text =~ NAMED
        return [Core::Address.new(text)] if text.match?(GivenPeople::WHOLE) && !text.match?(/[\s<>,;]/)

        known = Store::KnownPeople.called(text)
        return [Core::Address.new(known.first, text)] if known.size == 1

        check.refuse("an address", text,
          words: known.any? ? several(text, known) : "“#{text}” is no address, and nobody is called so here.")
        []
      end

      def several(text, known) = "“#{text}” may be #{Core::English.join(known.first(4), "or")}: give the address."

      # Whole domains are nobody to write to.
      def group(name, check, document)
        group = document.fetch("groups", []).find { Core::Text.fold(_1["name"]) == Core::Text.fold(name) }
        return [] if group.nil? && check.refuse("a group", name, words: "There is no group “#{name}”.").nil?

        members = group["members"].reject { _1.start_with?("@") }
        check.refuse("a group of people", name, words: "No address is in the group “#{group["name"]}”.") if members.empty?
        members.map { Core::Address.new(_1) }
      end
      private_class_method :one, :several, :group
    end
  end
end
