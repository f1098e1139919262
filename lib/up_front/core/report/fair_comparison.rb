# frozen_string_literal: true

module UpFront
  module Core
    # Days before against days after, as like as they can be: only working days, and of these only weekdays of which there are some on both
    # sides; each weekday counts as much on the one side as on the other.
    class FairComparison
      ENOUGH = 3 # working days on either side; with fewer nothing can be told

      # @!attribute before [Float, nil] a working day, nil where there is none to compare @!attribute after [Float, nil]
      # @!attribute before_days [Integer] that were compared @!attribute after_days [Integer]
      Answer = Struct.new(:before, :after, :before_days, :after_days, keyword_init: true) do
        def enough? = [before_days, after_days].min >= FairComparison::ENOUGH
      end

      # @param before [Hash{Date=>Numeric}] a figure of each working day @param after [Hash{Date=>Numeric}] @return [Answer]
      def self.of(before, after)
        sides = [before, after].map { |days| days.group_by { |date, _| date.cwday } }
        shared = sides[0].keys & sides[1].keys
        means = sides.map do |side|
          next if shared.empty?

          (shared.sum { |weekday| side[weekday].sum(&:last).fdiv(side[weekday].size) } / shared.size).round(1)
        end
        counts = sides.map { |side| shared.sum { side[_1].size } }
        Answer.new(before: means[0], after: means[1], before_days: counts[0], after_days: counts[1])
      end
    end
  end
end
