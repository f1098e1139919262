# frozen_string_literal: true

module UpFront
  module Desk
    # Mail that was thrown away, or called junk, in its mailbox leaves the Front; taken back, it stands there again.
    class ClearThrownAway < Clear
      # @param place [String] the folder where it lies now
      def initialize(clock, place)
        super(clock)
        @place = place
      end

      private

      def message(count)
        "#{Core::English.sentence(counted(count))} left the Front: moved to “#{@place}” in #{(count == 1) ? "its" : "their"} mailbox."
      end

      def comfort(_count) = nil
    end
  end
end
