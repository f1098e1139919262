# frozen_string_literal: true

module UpFront
  module Desk
    # How much old mail goes into one transaction: a commit each costs as much as taking the message in, and a batch too
    # large would hold the lock against the person's own acts. What is in a batch is read already, so that nothing is read
    # while the lock is held; the bytes bound how much of it lies in memory.
    module Batch
      MOST = 50 # some 70 ms
      BYTES = 4 * 1024 * 1024

      # The next batch is read, by another process, while one is written.
      # @param items [Enumerable] of arrays that begin with a {Post::Letter} @yield [Array] each batch of them, its letters read
      def self.each(items)
        batch = reading = nil
        gather(items) do |gathered|
          reading&.call # before the next: whoever held one reader and waited for another could wait for ever
          read = batch
          batch, reading = gathered, Post::Letter.read_all(gathered.map(&:first))
          yield read if read
        end
        reading&.call
        yield batch if batch
      ensure
        reading&.drop
      end

      def self.gather(items)
        batch = []
        bytes = 0
        items.each do |item|
          batch << item
          bytes += item.first.raw.bytesize
          next if batch.size < MOST && bytes < BYTES

          yield batch
          batch = []
          bytes = 0
        end
        yield batch if batch.any?
      end
      private_class_method :gather
    end
  end
end
