# frozen_string_literal: true

module UpFront
  module Store
    # An address to which rules may forward once it is proved: a code was sent there, and entered here.
    class ProvedAddress < Record
      self.table_name = "proved_addresses"

      # @param addresses [Array<String>] @return [Array<String>] those that are not proved
      def self.lacking(addresses)
        proved = where(address: addresses.map { Core::Address.normalise(_1) }).where.not(proved_at: nil).pluck(:address)
        addresses.reject { proved.include?(Core::Address.normalise(_1)) }
      end
    end
  end
end
