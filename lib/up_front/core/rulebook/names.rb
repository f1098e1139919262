# frozen_string_literal: true

module UpFront
  module Core
    # What a rulebook holds that its rules may name: people and groups, windows and rounds, labels, inks,
    # templates, forwarding addresses. Names are compared folded. Kept apart so that a condition can be
    # compiled once, with everything it refers to.
    class Names
      KINDS = {labels: "a label", inks: "an ink", templates: "a template", windows: "a window", rounds: "a round"}.freeze

      attr_reader :zone, :me, :organisation, :contacts, :forward_to

      # @param groups [Hash{String=>AddressSet}] by folded name
      # @param named [Hash{Symbol=>Hash{String=>Object}}] for each kind, by folded name
      def initialize(zone:, me:, organisation:, contacts:, groups:, named:, forward_to: [])
        @zone = zone
        @me = me
        @organisation = organisation
        @contacts = contacts
        @groups = groups.freeze
        @named = named.freeze
        @forward_to = forward_to.to_set { Address.normalise(_1) }.freeze
        freeze
      end

      # @return [Object, nil] the thing of that name, in whatever case it was written
      def find(kind, name) = name.is_a?(String) ? @named.fetch(kind, {})[Text.fold(name)] : nil

      def fetch(kind, name, check)
        find(kind, name) || check.refuse("the name of #{KINDS.fetch(kind)} that this rulebook holds", name)
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
        when /\Agroup:(.*)\z/m then @groups[Text.fold($1)] || check.refuse("the name of a group that this rulebook holds", term)
        when /\A[^@\s]*[^\s]*@[^@\s]+\z/ then AddressSet.of(term)
        else check.refuse("an address, @domain, group:NAME, me, my_organisation or contacts", term)
        end
      end
    end
  end
end
