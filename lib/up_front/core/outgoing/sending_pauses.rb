# frozen_string_literal: true

module UpFront
  module Core
    # How long is waited before what could not be handed over is tried again: longer each time, for two days in all (RFC 5321,
    # section 4.5.4.1, which asks for at least half an hour after the first tries, and for giving up after days).
    module SendingPauses
      SECONDS = [60, 300, 1_800, 1_800, 3_600, 7_200, 14_400].freeze # then as the last
      GIVEN_UP = 2 * 86_400 # seconds after the first try

      # @param tried [Integer] times @param first_at [Time] of the first @param now [Time] @return [Time, nil] nil: no more
      def self.next(tried, first_at, now)
        at = now + SECONDS.fetch(tried - 1, SECONDS.last)
        at if at <= first_at + GIVEN_UP
      end
    end
  end
end
