# frozen_string_literal: true

module UpFront
  module Core
    # The figures of a replay as rows of words: what is counted, and of each rulebook how much.
    class ReplayTable
      ROWS = {straight_in: "Comes straight in", waiting: "Waits for later", never: "Never comes in by itself",
              interruptions: "Moments that interrupt"}.freeze
      ALERTS = {"tap" => "Taps", "chime" => "Chimes", "call_out" => "Call-outs"}.freeze
      WAITS = %i[median nine_in_ten most].freeze

      # @param figures [Array(Hash, Hash)] as {ReplayFigures#to_h} gives them
      def initialize(figures)
        @figures = figures
      end

      # @return [Array<Array(String, String, String)>] what it is, and of both. Waits are of each priority: half of it, nine in ten and all
      #   of it wait at most so long
      def rows
        [*ROWS.map { |key, name| [name, *@figures.map { English.thousands(_1[key]) }] },
          *ALERTS.map { |level, name| [name, *@figures.map { English.thousands(_1[:alerts][level]) }] },
          ["Longest stretch undisturbed", *@figures.map { span(_1[:longest_undisturbed]) }], *waits]
      end

      private

      def waits
        Priority::LEVELS.reverse.select { |level| @figures.any? { _1[:waits].key?(level) } }.map do |level|
          ["#{level.capitalize} mail waits", *@figures.map { said(_1[:waits][level]) }]
        end
      end

      def said(waits)
        return "–" unless waits

        waits[:most].zero? ? span(0) : WAITS.map { span(waits[_1]) }.join(" · ")
      end

      def span(seconds) = seconds.zero? ? "not at all" : TimeFormat.new(Zone.new("Etc/UTC"), Time.at(0)).span(Time.at(seconds))
    end
  end
end
