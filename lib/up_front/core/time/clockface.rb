# frozen_string_literal: true

module UpFront
  module Core
    # Minutes after midnight as a person writes them.
    module Clockface
      # @param minutes [Integer] 0 to 1440 @return [String] "HH:MM"
      def self.of(minutes) = format("%02d:%02d", *minutes.divmod(60))
    end
  end
end
