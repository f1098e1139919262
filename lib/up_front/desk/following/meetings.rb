# frozen_string_literal: true

module UpFront
  module Desk
    # What stands in the person's days: meetings of the followed calendar, and events of their own, those that recur by their turns.
    class Meetings
      # @!attribute own [Store::Appointment, nil]
      Meeting = Struct.new(:name, :from, :to, :own)
      # Of the whole day. @!attribute own [Store::Appointment]
      Day = Struct.new(:name, :first, :last, :own)

      MOST = 1_000 # of each kind, in a stretch
      MOST_RECURRING = 200

      # @param rulebook [Core::Rulebook] @param now [Time] @param first [Date] @param last [Date] in the owner's zone, inclusive
      def initialize(rulebook, now, first, last)
        @rulebook, @now, @first, @last = rulebook, now, first, last
        @zone = rulebook.zone
        @from, @to = @zone.instant(first, 0), @zone.instant(last + 1, 0)
      end

      # What was accepted may stand in the followed calendar too: it is told once. @return [Array<Meeting>] in order
      def timed
        busy = @rulebook.plan.busy.select { _1.from < @to && _1.to > @from }.map { Meeting.new(_1.name, _1.from, _1.to) }
        own = single.where.not(starts_at: nil).map { Meeting.new(_1.title, _1.starts_at.to_time, _1.ends_at.to_time, _1) }
        turns = turned.busy.map { Meeting.new(row(_1).title, *[_1["from"], _1["to"]].map { |at| Time.iso8601(at) }, row(_1)) }
        both = (own + turns + busy).uniq { [Core::Text.fold(_1.name), _1.from, _1.to] }
        both.select { _1.from < @to && [_1.to, _1.from + 1].max > @from }.sort_by { [_1.from, _1.to, _1.name] }
      end

      # @return [Array<Day>]
      def whole_days
        turned.days_off.map { Day.new(row(_1).title, *[_1["from"], _1["until"]].map { |day| Date.iso8601(day) }, row(_1)) } +
          single.where(starts_at: nil).map { Day.new(_1.title, _1.starts_on, _1.ends_on - 1, _1) }
      end

      # When an event takes place in the stretch. @param event [Post::CalendarItems::Event] @return [Array<Array(Time, Time)>]
      def turns_of(event)
        found([event]).then { |all| all.busy.map { |each| [each["from"], each["to"]].map { Time.iso8601(_1) } } + days(all.days_off) }
      end

      private

      def days(found)
        found.map { |day| [@zone.instant(Date.iso8601(day["from"]), 0), @zone.instant(Date.iso8601(day["until"]) + 1, 0)] }
      end

      def single = Store::Appointment.within(@from, @to, @first..@last).once.limit(MOST)

      # All of them in one calendar, each under its number: the reader tells what it found by name.
      def turned
        @turned ||= begin
          @rows = Store::Appointment.standing.recurring.where("starts_at < ? OR starts_on <= ?", @to, @last).limit(MOST_RECURRING)
            .index_by { _1.id.to_s }
          @rows.empty? ? NONE : found(@rows.map { |id, row| CalendarExchange.event_of(row).tap { _1.title = id } })
        end
      end

      NONE = Post::CalendarFile::Found.new(days_off: [], busy: [], free: [], problems: []).freeze
      private_constant :NONE

      def row(found) = @rows.fetch(found["name"])

      def found(events)
        Post::CalendarFile.found(Post::CalendarItems.write(events: events, now: @now), @zone, from: @first, until: @last)
      rescue Post::CalendarFile::NoCalendar
        NONE
      end
    end
  end
end
