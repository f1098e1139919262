# frozen_string_literal: true

module UpFront
  module Store
    # A record with a password that is kept sealed, in the column `sealed`, and shown nowhere.
    module SealedPassword
      def self.included(record) = record.filter_attributes = [:sealed]

      # @return [String, nil] @raise [Seal::Broken]
      def password = Seal.open(sealed)

      # @param text [String, nil]
      def password=(text)
        self.sealed = Seal.close(text)
      end
    end
  end
end
