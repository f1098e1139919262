# frozen_string_literal: true

module UpFront
  module Post
    # Mail that is gone through many at a time, each batch read while the one before is worked on. For the store a batch is a
    # transaction: a commit each costs as much as taking the message in, and a batch too large would hold the lock against the
    # person's own acts; nothing is read while it is held. The bytes bound how much lies in memory.
    module Batch
      MOST = 50 # some 70 ms
      BYTES = 4 * 1024 * 1024

      # The next batch is read, by another process, while one is written.
      # @param items [Enumerable] of arrays that begin with a {Letter} @yield [Array] each batch of them, its letters read
      def self.each(items)
        batch = reading = nil
        gather(items) do |gathered|
          reading&.call # before the next: whoever held one reader and waited for another could wait for ever
          read = batch
          batch, reading = gathered, Letter.read_all(gathered.map(&:first))
          yield read if read
        end
        reading&.call
        yield batch if batch
      ensure
        reading&.drop
      end

      # @param file [MailFile] @yield [Letter] each of its letters, read
      def self.of(file)
        each(file.enum_for(:each).lazy.map { |raw, _| [Letter.new(raw)] }) { |batch| batch.each { |letter, _| yield letter } }
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
