# frozen_string_literal: true

module UpFront
  module Core
    # An instant as it is given from outside: ISO 8601 with its offset, of a day and a time that the calendar has.
    module Instant
      FORM = /\A(\d{4})-(\d\d)-(\d\d)T\d\d:\d\d:\d\d(?:\.\d{1,9})?(?:Z|[+-]\d\d:\d\d)\z/

      # @param text [Object] @return [Time] UTC
      # @raise [ArgumentError] for what is none; one without an offset would be of the machine's zone, and 31 February another day
      def self.parse(text)
        date = FORM.match(text)&.captures if text.is_a?(String)
        raise ArgumentError, "no instant: #{text.inspect}" unless date
        raise Missing, text unless Date.valid_date?(*date.map(&:to_i))

        Time.iso8601(text).utc
      end

      # It is written as one, and there is no such day.
      class Missing < ArgumentError; end
    end
  end
end
