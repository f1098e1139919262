# frozen_string_literal: true

module UpFront
  module Core
    # A person's input that cannot be used; carries every fault of it. Never raised for a bug of ours.
    class Refused < StandardError
      attr_reader :faults

      def initialize(faults)
        @faults = faults
        super(faults.join("\n"))
      end

      # @param place [String] a JSON Pointer @return [Refused] the same, of an input that stood there in a larger one
      def within(place) = Refused.new(faults.map { _1.within(place) })
    end
  end
end
