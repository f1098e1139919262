# frozen_string_literal: true

module UpFront
  module Core
    # Reads untrusted JSON step by step and gathers every fault with its place, so that a person gets all
    # of them at once. Each reader returns the value, or nil once it has noted what was wrong.
    class Check
      MAX_TEXT = 20_000 # longer than any sentence a person writes; keeps one value from filling memory
      MAX_LIST = 5_000

      attr_reader :pointer, :faults

      def initialize(faults = [], pointer = "")
        @faults = faults
        @pointer = pointer
      end

      def at(key) = Check.new(faults, "#{pointer}/#{key.to_s.gsub("~", "~0").gsub("/", "~1")}")

      # @param value [Object] what was there, shown as it is written; or say it in words with `found`
      # @param lacks [Array(String, String), nil] kind and name of what is named and is not there
      # @param words [String, nil] the sentence for a person, where the rest does not make one
      # @return [nil]
      def refuse(expected, value = (nothing = true), found: nil, lacks: nil, words: nil)
        found ||= (self.class.describe(value) unless nothing)
        faults << Fault.new(pointer: pointer, expected: expected, found: found, lacks: lacks, words: words)
        nil
      end

      def object(value, required: [], optional: [])
        return refuse("an object", value) unless value.is_a?(Hash)

        (value.keys - required - optional).each { at(_1).refuse("one of the keys #{(required + optional).join(", ")}", _1) }
        (required - value.keys).each { at(_1).refuse("this key, which is missing", words: "It is missing.") }
        value
      end

      # Yields each item with its Check; @return [Array] of what the block gave, nils left out
      def list(value, empty: true)
        return refuse("a list", value) unless value.is_a?(Array)
        return refuse("at least one item", found: "an empty list") if value.empty? && !empty
        return refuse("at most #{MAX_LIST} items", found: "#{value.size} items") if value.size > MAX_LIST

        value.each_with_index.filter_map { |item, index| yield item, at(index) }
      end

      def text(value)
        return refuse("a text", value) unless value.is_a?(String)
        return refuse("valid Unicode text", found: "broken bytes") unless value.valid_encoding?
        return refuse("a text of at most #{MAX_TEXT} characters", found: "#{value.size} characters") if value.size > MAX_TEXT

        value
      end

      def filled(value)
        text(value)&.then { |given|
          given.strip.empty? ? refuse("a text that is not blank", given, words: "Nothing is written here yet.") : given
        }
      end

      def flag(value) = [true, false].include?(value) ? value : refuse("true or false", value)

      def whole(value, least: 0)
        (value.is_a?(Integer) && value >= least) ? value : refuse("a whole number of at least #{least}", value)
      end

      def one_of(value, choices) = choices.include?(value) ? value : refuse("one of #{choices.join(", ")}", value)

      # @return [Integer] minutes after midnight; 24:00 only where a span may end
      def time(value, ending: false)
        hours, minutes = value.match(/\A([01]\d|2[0-4]):([0-5]\d)\z/)&.captures&.map(&:to_i) if value.is_a?(String)
        total = hours * 60 + minutes if hours
        return total if total && (total < 1440 || (ending && total == 1440))

        refuse("a time from 00:00 to #{ending ? "24:00" : "23:59"}", value)
      end

      # @return [Date]
      def date(value)
        return Date.strptime(value, "%Y-%m-%d") if value.is_a?(String) && value.match?(/\A\d{4}-\d\d-\d\d\z/)

        refuse("a date as YYYY-MM-DD", value)
      rescue Date::Error
        refuse("a date that exists", value)
      end

      # @return [Time] UTC
      def instant(value)
        Instant.parse(value)
      rescue Instant::Missing
        refuse("a day that exists", value)
      rescue ArgumentError
        refuse("a time with its offset, such as 2027-03-09T10:00:00Z", value)
      end

      def duration(value)
        Duration.parse(value)
      rescue ArgumentError
        refuse("an ISO 8601 duration of weeks, days, hours, minutes and seconds, such as PT2H or P3D", value)
      end

      def self.describe(value)
        case value
        when nil then "null"
        when Hash then "an object"
        when Array then "a list"
        when String then value.valid_encoding? ? value[0, 80].inspect : "broken bytes"
        else value.to_s[0, 80]
        end
      end
    end
  end
end
