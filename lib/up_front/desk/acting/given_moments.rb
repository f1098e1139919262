# frozen_string_literal: true

module UpFront
  module Desk
    # Days and times of day as a person gives them, refused where they are none.
    module GivenMoments
      DAY = /\A\d{4}-\d\d-\d\d\z/

      module_function

      # @param text [Object] ISO 8601, "2027-03-09" @param within [Range<Date>] @param past [String] what is said of a day before it
      # @param far [String] and of one after it @return [Date] @raise [Act::Impossible]
      def day(text, within:, past: nil, far: nil, pointer: "/on")
        raise Date::Error unless text.to_s.match?(DAY)

        date = Date.iso8601(text)
        return date if within.cover?(date)

        said = ((date < within.begin) ? past : far) || "#{date.iso8601} is too far from today."
        raise Act::Impossible.new(said, pointer: pointer)
      rescue Date::Error
        raise Act::Impossible.new("“#{text.to_s[0, 20]}” is no day; give one such as 2027-03-09.", pointer: pointer)
      end

      # @param text [String, nil] "14:00" @return [Integer, nil] minutes after midnight; nil for none @raise [Act::Impossible]
      def minutes(text, pointer: "/at")
        return if text.nil?

        Core::Check.new.time(text) || raise(Act::Impossible.new("“#{text.to_s[0, 20]}” is no time of day.", pointer: pointer))
      end
    end
  end
end
