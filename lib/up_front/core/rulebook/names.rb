# frozen_string_literal: true

module UpFront
  module Core
    # What a rulebook holds that its rules may name: people and groups, windows and rounds, labels, inks,
    # templates, forwarding addresses. Names are compared folded. Kept apart so that a condition can be
    # compiled once, with everything it refers to.
    class Names
      KINDS = {labels: "a label", inks: "an ink", templates: "a template", windows: "a window", rounds: "a round"}.freeze

      attr_reader :zone, :me, :organisation, :contacts

      # @!attribute name [String] as the rulebook spells it @!attribute members [AddressSet]
      Group = Struct.new(:name, :members)

      # @param groups [Hash{String=>Group}] by folded name
      # @param named [Hash{Symbol=>Hash{String=>Object}}] for each kind, by folded name
      # @param forward_to [Array<String>] the addresses to which rules may forward
      def initialize(zone:, me:, organisation:, contacts:, groups:, named:, forward_to: [])
        @zone = zone
        @me = me
        @organisation = organisation
        @contacts = contacts
        @groups = groups.freeze
        @named = named.freeze
        @forward_to = forward_to.to_h { [Address.normalise(_1), _1] }.freeze
        freeze
      end

      # @return [Object, nil] the thing of that name, in whatever case it was written; of an address, itself
      def find(kind, name)
        return unless name.is_a?(String)

        (kind == :forward_to) ? @forward_to[Address.normalise(name)] : @named.fetch(kind, {})[Text.fold(name)]
      end

      # @return [Group, nil]
      def group(name) = @groups[Text.fold(name)]

      # @return [Set<String>] the domains of those that the person knows: of their organisation, groups and contacts
      def known_domains
        sets = [organisation, contacts, *@groups.each_value.map(&:members)]
        sets.flat_map { |set| set.domains.to_a + set.keys.filter_map { _1[/@(.+)\z/, 1] } }.to_set
      end

      # @param kind [String] groups, or of {KINDS} @return [String, nil] the rulebook's spelling of a name
      def spelling(kind, name)
        return @groups[Text.fold(name)]&.name if kind == "groups"

        thing = find(kind.to_sym, name)
        thing.respond_to?(:name) ? thing.name : thing&.fetch("name")
      end

      def fetch(kind, name, check)
        find(kind, name) || check.refuse("the name of #{KINDS.fetch(kind)} that this rulebook holds", name, lacks: lack(kind.to_s, name))
      end

      def window(name, check) = fetch(:windows, name, check)

      # @param term [String] an address, @domain, group:NAME, me, my_organisation or contacts
      # @return [AddressSet, nil]
      def who(term, check)
        case check.filled(term)
        when nil then nil
        when "me" then me
        when "my_organisation" then organisation
        when "contacts" then contacts
        when /\Agroup:(.*)\z/m
          @groups[Text.fold($1)]&.members || check.refuse("the name of a group that this rulebook holds", term, lacks: lack("groups", $1))
        when Address::TERM then AddressSet.of(term)
        else check.refuse("an address, @domain, group:NAME, me, my_organisation or contacts", term, words: nobody(term))
        end
      end

      private

      def lack(kind, name) = (name.is_a?(String) && !name.strip.empty?) ? [kind, name] : nil
      def nobody(term) = "“#{term}” is nobody: give an address, a domain such as @b.example, or a group."
    end
  end
end
