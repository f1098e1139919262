# frozen_string_literal: true

require "addressable/idna"

module UpFront
  module Core
    # A sender or recipient: the shown name and the address. Addresses are compared by case folding only
    # (RFC 5321 leaves the local part to its host; people never mean two boxes by two cases), domains in
    # their ASCII form (RFC 5890).
    class Address
      attr_reader :name, :email, :key, :domain

      # @param email [String] "ana@b.example" @param name [String, nil] as shown
      def initialize(email, name = nil)
        @email = email.to_s.strip.freeze
        @name = (name.to_s.strip.empty? ? nil : name.strip).freeze
        @key = self.class.normalise(@email).freeze
        @domain = (@key.rpartition("@").last if @key.include?("@")).freeze
        freeze
      end

      # An address or @domain as the rulebook names it: nothing round it, and no sign that stands for others.
      TERM = /\A(?!\*@|<)\S*@[^@\s<>,;]+\z/

      # To which mail can go: no sign in it that a header could be misread by.
      SENDABLE = /\A[^\s[:cntrl:]<>(),;:"@\\\[\]]+@[^\s[:cntrl:]<>(),;:"@\\\[\]]+\z/

      AN_ADDRESS = /\A[^\s<>]+@[^\s<>]+\z/

      # @return [String] what a list shows: the name, else the address; a name that is itself another address does not stand alone
      def shown = self.class.shown(name, email)

      def self.shown(name, email)
        return Visible.line(email) if name.nil? || name.empty?

        name = Visible.line(name)
        bare = name.delete("\"'“”‘’ ")
        (bare.match?(AN_ADDRESS) && normalise(bare) != normalise(email)) ? "#{name} <#{Visible.line(email)}>" : name
      end

      def local = key.rpartition("@").first

      # Every domain this address lies in, the nearest first: "x.b.example", "b.example", "example".
      def domains
        return [] unless domain

        labels = domain.split(".")
        labels.each_index.map { labels.drop(_1).join(".") }
      end

      def ==(other) = other.is_a?(Address) && other.key == key && other.name == name
      alias_method :eql?, :==
      def hash = [key, name].hash
      def to_h = {"name" => name, "email" => email}

      def self.normalise(email)
        local, at, domain = email.rpartition("@")
        return email.downcase(:fold) if at.empty?

        "#{local.downcase(:fold)}@#{normalise_domain(domain)}"
      end

      def self.normalise_domain(domain)
        domain = domain.delete_suffix(".")
        return domain.downcase if domain.ascii_only?

        Addressable::IDNA.to_ascii(domain.downcase(:fold)).downcase
      rescue Addressable::IDNA::PunycodeBadInput, Addressable::IDNA::PunycodeBigOutput, Addressable::IDNA::PunycodeOverflow
        domain.downcase(:fold)
      end
    end
  end
end
