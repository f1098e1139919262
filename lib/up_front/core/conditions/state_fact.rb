# frozen_string_literal: true

module UpFront
  module Core
    # A fact that changes: it is read of a message's state, and only views may ask for it.
    class StateFact < Fact
      def of(reading) = read(reading.state)
    end
  end
end
