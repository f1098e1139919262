# frozen_string_literal: true

module UpFront
  module Desk
    # Finds the threads of mail that has come in, a step at a time, and tells pages which messages joined others.
    class FindThreads < Act
      # @return [Integer] how many messages were gone through
      def call = Store::Threads.step { |joined| event("changed", ids: joined) if joined.any? }
    end
  end
end
