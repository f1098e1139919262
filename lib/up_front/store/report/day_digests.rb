# frozen_string_literal: true

module UpFront
  module Store
    # What mail did to each day, counted once, and again only where something has become otherwise since (`traffic_days.touched` only grows)
    # or time alone changes it.
    class DayDigests
      LOCK = Mutex.new
      DAY = 86_400 # seconds
      MOST_DAYS = 1_000 # that are kept: two reports of a year, with what lies about them
      ROW = Core::DayDigest::Row
      COLUMNS = ROW.members.join(", ").freeze
      MOMENTS = %i[arrived_at comes_at answered_at].freeze

      class << self
        # @param dates [Range<Date>] local @param zone [Core::Zone] @param now [Time] @return [Array<Core::DayDigest>] one for each
        def of(dates, zone, now)
          LOCK.synchronize do
            @kept = new(Connection.path, zone) unless @kept&.of?(Connection.path, zone)
            @kept.of(dates, now.to_i)
          end
        end

        # @param from [Time] @param upto [Time] exclusive @return [Array<Core::DayReport::Alert>]
        def alerts(from, upto)
          Alert.where(at: from...upto).order(:at).pluck(:at, :level, :silenced_by, :opened_at)
            .map { |at, level, by, opened| Core::DayReport::Alert.new(at.to_i, level, by, opened&.to_i) }
        end

        # For whoever takes changes back (a test's transaction).
        def forget = LOCK.synchronize { @kept = nil }
      end

      def initialize(path, zone)
        @path = path
        @zone = zone
        @touched = 0
        @now = 0
        @kept = {}
      end

      def of?(path, zone) = @path == path && @zone.key == zone.key

      # @param now [Integer] seconds since 1970
      def of(dates, now)
        follow
        @kept.clear if @kept.size > MOST_DAYS || now < @now # a clock that was set back makes of what happened what has not yet
        @now = now
        dates.reject { |date|
          @kept[date]&.settled
        }.slice_when { |one, other| other > one + 1 }.each { |run| count(run.first..run.last, now) }
        @kept.values_at(*dates)
      end

      private

      def follow
        touched = read("SELECT max(touched) FROM traffic_days").dig(0, 0).to_i
        @kept.clear if touched < @touched # another file has taken this one's place
        read("SELECT day FROM traffic_days WHERE touched > #{@touched}").flatten.each { |day| forget(day) } if touched > @touched
        @touched = touched
      end

      # A day by the sun of Greenwich lies in two of another zone's.
      def forget(day) = [@zone.date(day * DAY), @zone.date((day + 1) * DAY - 1)].each { @kept.delete(_1) }

      def count(dates, now)
        rows = MOMENTS.to_h { |moment| [moment, rows(moment, dates)] }
        dates.each { |date| @kept[date] = Core::DayDigest.of(date, rows.transform_values { _1.fetch(date, []) }, @zone, now) }
      end

      # @return [Hash{Date=>Array<Core::DayDigest::Row>}]
      def rows(moment, dates)
        from, upto = [@zone.instant(dates.begin, 0), @zone.instant(dates.end + 1, 0)].map(&:to_i)
        read("SELECT #{COLUMNS} FROM traffic WHERE #{moment} >= #{from} AND #{moment} < #{upto}")
          .map { |values| ROW.new(*values).tap { _1.mine = _1.mine == 1 } }
          .group_by { |row| @zone.local_seconds(row[moment]) / DAY }.transform_keys { Core::Zone::EPOCH + _1 }
      end

      def read(sql) = Record.with_connection { _1.select_rows(sql) }
    end
  end
end
