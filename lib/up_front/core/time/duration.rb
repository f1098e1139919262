# frozen_string_literal: true

module UpFront
  module Core
    # An ISO 8601 duration without years and months. Days and weeks are calendar days in the owner's zone;
    # hours, minutes and seconds are real ones.
    class Duration
      FORM = /\AP(?!\z)(?:(\d{1,6})W)?(?:(\d{1,6})D)?(?:T(?!\z)(?:(\d{1,8})H)?(?:(\d{1,8})M)?(?:(\d{1,8})S)?)?\z/

      attr_reader :days, :seconds

      # @raise [ArgumentError] when the text is none
      def self.parse(text)
        match = FORM.match(text) if text.is_a?(String)
        raise ArgumentError, "not a duration: #{text.inspect}" unless match

        weeks, days, hours, minutes, seconds = match.captures.map(&:to_i)
        new(days: weeks * 7 + days, seconds: hours * 3600 + minutes * 60 + seconds, text: text)
      end

      UNITS = {"W" => "week", "D" => "day", "H" => "hour", "M" => "minute", "S" => "second"}.freeze

      # @param text [String] as {parse} takes it @return [String] "1 day and 2 hours", the numbers as written
      def self.say(text)
        text.scan(/(\d+)([WDHMS])/).map { |number, unit| "#{number} #{UNITS.fetch(unit)}#{"s" unless number.to_i == 1}" }.join(" and ")
      end

      # @param parts [Array<Array(#to_s, String)>] number and unit, 2 and "hour" @return [String]
      def self.write(parts)
        days, clock = parts.map { |number, unit| [number, UNITS.key(unit)] }.sort_by { UNITS.keys.index(_1.last) }.partition do |_, letter|
          "WD".include?(letter)
        end
        "P#{days.join}#{"T#{clock.join}" if clock.any?}"
      end

      # @param seconds [Integer] real ones @return [String] of hours, minutes and seconds: "PT27H30M"
      def self.of(seconds)
        return "PT0S" if seconds.zero?

        write([[seconds / 3600, "hour"], [seconds / 60 % 60, "minute"], [seconds % 60, "second"]].reject { _1.first.zero? })
      end

      def initialize(days:, seconds:, text:)
        @days = days
        @seconds = seconds
        @text = text
        freeze
      end

      # @param instant [Time] @param zone [Zone] @return [Time]
      def after(instant, zone) = zone.later(instant, days) + seconds

      # @return [Time]
      def before(instant, zone) = zone.later(instant, -days) - seconds

      def to_s = @text
      def ==(other) = other.is_a?(Duration) && [other.days, other.seconds] == [days, seconds]
    end
  end
end
