# frozen_string_literal: true

require "set"

module UpFront
  module Store
    # Which messages count, with a bit for each, and how many they are.
    class Tally
      # @return [Integer]
      attr_reader :count

      # @param ids [Array<Integer>] each once
      def initialize(ids)
        digits = "0" * (ids.max.to_i + 1)
        ids.each { digits.setbyte(_1, 49) }
        @bits = [digits].pack("b*")
        @count = ids.size
      end

      # @param asked [Array<Integer>] that may count otherwise than before @param counting [Array<Integer>] those of them that do count
      def tell(asked, counting)
        counting = counting.to_set
        asked.each { |id| set(id, counting.include?(id)) }
      end

      # @param id [Integer] @return [Boolean]
      def counts?(id) = @bits.getbyte(id >> 3).to_i[id & 7] == 1

      private

      def set(id, counting)
        return if counts?(id) == counting

        missing = (id >> 3) + 1 - @bits.bytesize
        @bits << ("\0".b * missing) if missing.positive?
        @bits.setbyte(id >> 3, @bits.getbyte(id >> 3) ^ (1 << (id & 7)))
        @count += counting ? 1 : -1
      end
    end
  end
end
