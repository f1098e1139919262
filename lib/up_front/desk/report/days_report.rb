# frozen_string_literal: true

module UpFront
  module Desk
    # What mail did to the person's days, from the mail that is here; against other days; and what changes of the rules did to it.
    class DaysReport
      MOST_DAYS = 366
      MARK_DAYS = 28 # that are looked at before and after a change

      # A day on which what decides was changed. @!attribute said [Array<String>] @!attribute compared [Hash{String=>FairComparison::Answer}]
      Mark = Struct.new(:date, :said, :compared, keyword_init: true)

      FIGURES = %w[interruptions longest alerts straight mail].freeze

      attr_reader :dates

      # @param rulebook [Core::Rulebook] in force, for zone and days off @param first [Date] @param last [Date] @param now [Time]
      # @raise [Act::Impossible] for a stretch that is none
      def initialize(rulebook, first, last, now)
        @rulebook = rulebook
        @zone = rulebook.zone
        @now = now
        today = @zone.date(now)
        @dates = (first..[last, today].min)
        raise Act::Impossible.new("The first day is after the last.", pointer: "/from", status: 400) if first > last
        raise Act::Impossible.new("Those days have not come yet.", pointer: "/from", status: 400) if first > today
        raise Act::Impossible.new("A report is of #{MOST_DAYS} days at most.", pointer: "/from", status: 400) if last - first >= MOST_DAYS
      end

      # @return [Core::DayReport]
      def report = @report ||= made(dates)

      # @return [Boolean] whether the last of the days is still going on
      def going_on? = dates.end == @zone.date(@now)

      # @param other [DaysReport] @return [Hash{String=>Core::FairComparison::Answer}] by figure, the other before this
      def against(other) = compared(other.report, report)

      # @return [Array<Mark>] in order of time
      def marks
        @marks ||= begin
          by_date = turns.group_by { |at, _| counts_from(at) }
          days = by_date.keys.sort
          days.each_with_index.map do |date, place|
            before = ([place.zero? ? nil : days[place - 1], date - MARK_DAYS].compact.max...date)
            after = (date...[days[place + 1], date + MARK_DAYS].compact.min)
            Mark.new(date: date, said: by_date[date].map(&:last).uniq, compared: compared_days(before, after))
          end
        end
      end

      private

      def made(dates)
        from, upto = @zone.instant(dates.begin, 0), @zone.instant(dates.end + 1, 0)
        alerts = Store::DayDigests.alerts(from, [upto, @now].min)
        Core::DayReport.new(Store::DayDigests.of(dates, @zone, @now), alerts, zone: @zone, off: method(:off?), now: @now)
      end

      # Days before the first mail say nothing.
      def off?(date) = date < oldest || @rulebook.plan.days_off.include?(date)

      def oldest = @oldest ||= Store::Message.minimum(:arrived_at)&.then { @zone.date(_1.to_time) } || @zone.date(@now)

      def turns
        from, upto = @zone.instant(dates.begin, 0), @zone.instant(dates.end + 1, 0)
        Store::RuleTurn.where(at: from...upto).order(:id).pluck(:at, :said).map { |at, said| [at.to_time, said] }
      end

      # A change that was made before work began holds for that day; a later one for the next.
      def counts_from(at)
        date = @zone.date(at)
        (@zone.minutes(at) <= Core::DayReport::WORK.begin) ? date : date + 1
      end

      # All days that marks look at, gone through once.
      def wide
        @wide ||= made((dates.begin - MARK_DAYS)..[dates.end + MARK_DAYS, @zone.date(@now)].min).by_day
      end

      def compared_days(before, after)
        FIGURES.to_h do |figure|
          [figure, Core::FairComparison.of(*[before, after].map { |days| whole(wide.fetch(figure)).select { days.cover?(_1) } })]
        end
      end

      def compared(before, after)
        FIGURES.to_h { |figure| [figure, Core::FairComparison.of(*[before, after].map { whole(_1.by_day.fetch(figure)) })] }
      end

      # Without a day of which there is more to come.
      def whole(days) = days.except(*(@zone.date(@now) if @zone.minutes(@now) < Core::DayReport::WORK.end))
    end
  end
end
