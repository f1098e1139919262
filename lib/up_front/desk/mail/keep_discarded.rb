# frozen_string_literal: true

module UpFront
  module Desk
    # Sets after how many days discarded mail is removed from Up Front.
    class KeepDiscarded < Act
      # @param days [Integer, nil] nil for never @return [Done]
      def call(days)
        transaction do
          Store::Setting[EmptyDiscarded::KEEP] = days
          event("changed", ids: [])
          Done.new(message: days ? "Discarded mail is removed from Up Front after #{Core::English.count(days, "day")}." : "Discarded " \
            "mail stays until you empty it.")
        end
      end
    end
  end
end
