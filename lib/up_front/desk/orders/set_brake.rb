# frozen_string_literal: true

module UpFront
  module Desk
    # How many messages may go out by rules in an hour and in a day.
    class SetBrake < Act
      # @param given [Hash] hour, day @return [Done]
      def call(given)
        limits = Brake.limits.merge(given.slice("hour", "day"))
        transaction do
          Store::Setting[Brake::KEY] = limits
          event("away")
          text = "At most #{limits["hour"]} messages an hour and #{limits["day"]} a day go out by rules."
          final_step(text, "Set it anew under Mail out.")
          Done.new(message: text)
        end
      end
    end
  end
end
