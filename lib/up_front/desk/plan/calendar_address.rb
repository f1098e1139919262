# frozen_string_literal: true

require "securerandom"

module UpFront
  module Desk
    # The secret in the address at which calendar programs read the rounds; with a new one the old address is dead.
    class CalendarAddress < Act
      KEY = "calendar_secret"

      # @return [String, nil]
      def self.secret = Store::Setting[KEY]

      # @return [Done]
      def call
        transaction do
          Store::Setting[KEY] = SecureRandom.urlsafe_base64(24)
          event("calendar_address")
          Done.new(message: "The calendar has a new address; the old one no longer answers.")
        end
      end
    end
  end
end
