# frozen_string_literal: true

module UpFront
  module Desk
    # How much old mail goes into one transaction: a commit each costs as much as taking the message in,
    # and a batch too large would hold the lock against the person's own acts.
    module Batch
      MOST = 25
      BYTES = 4 * 1024 * 1024

      # @param items [Enumerator] of [bytes, anything] @yield [Array] each batch of them
      def self.each(items)
        batch = []
        size = 0
        items.each do |raw, place|
          batch << [raw, place]
          size += raw.bytesize
          next if batch.size < MOST && size < BYTES

          yield batch
          batch = []
          size = 0
        end
        yield batch if batch.any?
      end
    end
  end
end
