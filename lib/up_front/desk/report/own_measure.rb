# frozen_string_literal: true

module UpFront
  module Desk
    # Where the person's own measure stands: today so far, and as it usually was on the working days of the last four weeks.
    class OwnMeasure
      USUAL_DAYS = 28
      LOCK = Mutex.new

      # @!attribute kind [String] of {Measure::KINDS} @!attribute today [Integer, nil] nil where today is no working day
      # @!attribute days [Array<Integer>] of each of those days, in order @!attribute wished [Integer, nil]
      Of = Struct.new(:kind, :today, :days, :wished, keyword_init: true) do
        def about = Measure::KINDS.fetch(kind)

        # @return [Integer, nil] as it is on the middle one of the days
        def usual = days.empty? ? nil : days.sort[days.size / 2]

        # @return [Boolean] whether a day is as it is wished
        def kept?(number) = wished.nil? || (about.least ? number >= wished : number <= wished)

        # @return [Integer] days on which it was not
        def missed = days.count { !kept?(_1) }
      end

      # @param rulebook [Core::Rulebook] in force @return [Array<Of>] what was chosen
      def self.at(rulebook, now)
        kept = Measure.kept
        return [] if kept["chosen"].empty?

        today = rulebook.zone.date(now)
        here = DaysReport.new(rulebook, today, today, now).report.by_day
        kept["chosen"].map do |kind|
          Of.new(kind: kind, today: here.fetch(kind)[today], days: before(rulebook, today, now).fetch(kind), wished: kept["wished"][kind])
        end
      end

      # Days that are over stay as they were: they are gone through once a day.
      # @return [Hash{String=>Array<Integer>}]
      def self.before(rulebook, today, now)
        key = [Store::Connection.path, today, rulebook.zone.key, rulebook.plan.offs]
        LOCK.synchronize do
          return @before.last if @before&.first == key

          days = DaysReport.new(rulebook, today - USUAL_DAYS, today - 1, now).report.by_day
          (@before = [key, days.transform_values(&:values)]).last
        end
      end

      # For whoever takes changes back (a test's transaction).
      def self.forget = LOCK.synchronize { @before = nil }
      private_class_method :before
    end
  end
end
