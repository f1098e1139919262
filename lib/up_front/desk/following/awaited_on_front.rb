# frozen_string_literal: true

module UpFront
  module Desk
    # Whether the Front has a band of the answers that are overdue.
    class AwaitedOnFront < Act
      KEY = "awaited_on_front" # a setting

      def self.on? = Store::Setting[KEY] == true

      # @param on [Boolean] @return [Done]
      def call(on)
        transaction do
          Store::Setting[KEY] = on
          event("awaited")
          Done.new(message: on ? "Overdue answers stand on the Front." : "Overdue answers stand under Awaited alone.")
        end
      end
    end
  end
end
