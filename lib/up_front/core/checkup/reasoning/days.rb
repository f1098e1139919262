# frozen_string_literal: true

module UpFront
  module Core
    module Reasoning
      # Dates of which a message has one, or none: the days that are left. An undated message fails every comparison, and so denies
      # them all.
      class Days
        MOST_DAYS = 400 # of a stretch that is gone through day by day

        # @!attribute dated [Boolean] whether there must be a date @!attribute first [Date, nil] @!attribute last [Date, nil]
        Left = Struct.new(:dated, :first, :last, :without) do
          def none? = dated && first && last && (first > last || (last - first < MOST_DAYS && (first..last).all? { without.include?(_1) }))
        end

        def self.takes?(literal) = literal.operand.is_a?(Types::Day::Operand)

        def initialize(left = {})
          @left = left
        end

        # @return [Days, nil]
        def with(literal)
          held = literal.held
          date = literal.operand.date
          case literal.operand.op
          when "before" then narrowed(literal.fact.name, held, **(held ? {last: date - 1} : {first: date}))
          when "after" then narrowed(literal.fact.name, held, **(held ? {first: date + 1} : {last: date}))
          else held ? narrowed(literal.fact.name, held, first: date, last: date) : narrowed(literal.fact.name, held, without: date)
          end
        end

        # @param dates [Range<Date, nil>] of arrival @return [Days, nil]
        def arriving(dates) = narrowed("arrived_on", true, first: dates.begin, last: dates.end)

        private

        def narrowed(name, held, first: nil, last: nil, without: nil)
          was = @left.fetch(name) { Left.new(name == "arrived_on", nil, nil, Set.new) }
          left = Left.new(was.dated || held, [was.first, first].compact.max, [was.last, last].compact.min, was.without | [without].compact)
          Days.new(@left.merge(name => left)) unless left.none?
        end
      end
    end
  end
end
