# frozen_string_literal: true

module UpFront
  module Core
    # Rules whose alerts hardly ever led to a message being opened, or were never heard.
    class LoudFindings
      LEAST = 10 # alerts of which something can be said
      FEW = 0.2 # of them opened

      # @param loudness [Loudness] of the last days @param now [Time] to which they go
      def initialize(rulebook, loudness, now)
        @rulebook = rulebook
        @rules = rulebook.rules
        @figures = loudness.to_h
        @now = now
      end

      # @return [Array<Finding>]
      def to_a = @figures[:rules].filter_map { |row| loud(row) || silenced(row) if place(row) }

      private

      # The rule as it is still as loud as that.
      def place(row) = @rules.index { _1.name == row[:rule] && _1.enabled && _1.effects.alert&.fetch("level") == row[:level] }

      def loud(row)
        return if row[:count] < LEAST || row[:opened] >= FEW * row[:count]

        opened = English.count(row[:opened], "of the messages was", "of the messages were")
        opened = "none of the messages was" if row[:opened].zero?
        finding("too_loud", row, row[:count],
          "“#{row[:rule]}” alerted #{English.count(row[:count], "time")} in #{@figures[:days]} days, and #{opened} opened.")
      end

      def silenced(row)
        return if row[:count].positive? || row[:silenced] < LEAST

        finding("silenced", row, row[:silenced], "None of the #{row[:silenced]} alerts of “#{row[:rule]}” in #{@figures[:days]} days " \
          "was heard: they came in heads-down or quiet hours.")
      end

      def finding(kind, row, count, said)
        Finding.new(kind: kind, rules: [row[:rule]], where: "#{@rulebook.where(place(row))}/then/alert", said: said,
          seen: Finding::Seen.new(messages: count, from: @now - @figures[:days] * 86_400, until: @now))
      end
    end
  end
end
