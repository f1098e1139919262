# frozen_string_literal: true

require "bcrypt"

module UpFront
  module Desk
    # Sets the passphrase by which one signs in. Whoever was signed in elsewhere is not any more.
    class SetPassphrase < Act
      KEY = "passphrase"
      COST = 12 # a third of a second on a machine of 2026; OWASP ASVS 4, 2.4.4 asks for 10 at least

      # @return [Boolean] whether there is one
      def self.any? = !Store::Setting[KEY].nil?

      # @return [Boolean] whether it is that one; takes as long for any
      def self.right?(text)
        kept = Store::Setting[KEY] or return false
        text = text.to_s
        return false if text.bytesize > Core::Passphrase::MOST_BYTES || text.include?("\0")

        BCrypt::Password.new(kept) == text.unicode_normalize(:nfc)
      rescue BCrypt::Errors::InvalidHash, ArgumentError, Encoding::CompatibilityError
        false
      end

      # @param keep [Store::Session, nil] that stays signed in @return [Done] @raise [Impossible]
      def call(text, keep: nil)
        owner = Store::CurrentRulebook.rulebook&.owner || {}
        fault = Core::Passphrase.fault(text, about: [owner["name"], *owner["addresses"], *owner["organisation"]].compact)
        raise Impossible.new(fault, pointer: "/passphrase") if fault

        digest = BCrypt::Password.create(text.unicode_normalize(:nfc), cost: COST).to_s
        transaction do
          Store::Setting[KEY] = digest
          Store::Session.where(ended_at: nil).where.not(id: keep&.id).update_all(ended_at: now)
          Store::FailedSignIn.delete_all
          event("sessions")
          Done.new(message: "The passphrase is set. Whoever was signed in elsewhere has to sign in anew.")
        end
      end
    end
  end
end
