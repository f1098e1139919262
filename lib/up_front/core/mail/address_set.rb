# frozen_string_literal: true

module UpFront
  module Core
    # Addresses and whole domains (with their subdomains, and nothing that merely ends alike).
    class AddressSet
      attr_reader :keys, :domains

      def initialize(keys: [], domains: [])
        @keys = keys.to_set.freeze
        @domains = domains.to_set.freeze
        freeze
      end

      def self.none = @none ||= new

      # @param term [String] "a@b.example" or "@b.example"
      def self.of(term)
        return new(domains: [Address.normalise_domain(term.delete_prefix("@"))]) if term.start_with?("@")

        new(keys: [Address.normalise(term)])
      end

      def include?(address)
        keys.include?(address.key) || (domains.any? && address.domains.any? { domains.include?(_1) })
      end

      # @param name [String] of a domain @return [Boolean] whether everybody there is included
      def domain?(name) = domains.any? && Address.new("x@#{name}").domains.any? { domains.include?(_1) }

      # @return [Boolean] whether the other includes everybody whom this does
      def within?(other) = keys.all? { other.include?(Address.new(_1)) } && domains.all? { other.domain?(_1) }

      # @return [Boolean] whether somebody is included in both
      def meets?(other)
        [[self, other], [other, self]].any? do |one, another|
          one.keys.any? { another.include?(Address.new(_1)) } || one.domains.any? { |name| another.domain?(name) }
        end
      end

      def +(other) = AddressSet.new(keys: keys | other.keys, domains: domains | other.domains)
    end
  end
end
