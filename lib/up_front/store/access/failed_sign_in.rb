# frozen_string_literal: true

require "ipaddr"

module UpFront
  module Store
    # A passphrase that was wrong: when, and from which net.
    class FailedSignIn < Record
      self.table_name = "failed_sign_ins"

      # Whoever has one address of the newer kind has a net of 64 bits of them. @param address [String] the socket's @return [String]
      def self.net(address)
        ip = IPAddr.new(address.to_s.split("%").first)
        ip = ip.native if ip.ipv4_mapped?
        ip.ipv6? ? ip.mask(64).to_s : ip.to_s
      rescue IPAddr::Error
        "unknown"
      end
    end
  end
end
