# frozen_string_literal: true

require "digest"
require "icalendar"

module UpFront
  module Post
    # The rounds and what comes back as a calendar (iCalendar, RFC 5545), for any calendar program.
    class CalendarOut
      DAYS = {"mon" => "MO", "tue" => "TU", "wed" => "WE", "thu" => "TH", "fri" => "FR", "sat" => "SA", "sun" => "SU"}.freeze

      # @!attribute at [Time]
      Back = Struct.new(:id, :at, :subject, :reason, keyword_init: true)

      # @param plan [Core::Plan] @param backs [Array<Back>] @param now [Time]
      def initialize(plan, backs, now)
        @plan = plan
        @backs = backs
        @now = now
      end

      # @return [Icalendar::Calendar]
      def calendar
        calendar = CalendarItems.empty
        @plan.rounds.each { |round| calendar.add_event(round_event(round)) }
        @backs.each { |back| calendar.add_event(back_event(back)) }
        calendar
      end

      private

      # Each of the coming year by itself, in UTC: so days off are left out and clock changes are as the plan has them.
      def round_event(round)
        stops = coming(round)
        event("round-#{Digest::SHA256.hexdigest(round.name)[0, 16]}", stops.first || @now, "#{round.name} round").tap do |event|
          event.rdate = stops.drop(1).map { |at| stamp(at) }
        end
      end

      def coming(round)
        stops = []
        at = @now
        while stops.size < Core::Plan::HORIZON_DAYS && (stop = @plan.next_stop(at, only: round)) && stop.at <= @now +
            Core::Plan::HORIZON_DAYS * 86_400
          stops << stop.at
          at = stop.at + 1
        end
        stops
      end

      def back_event(back) = event("back-#{back.id}", back.at, "Back: #{back.subject}").tap { _1.description = back.reason if back.reason }

      def event(key, at, summary)
        Icalendar::Event.new.tap do |event|
          event.uid = "#{key}@up-front"
          event.dtstamp = stamp(@now)
          event.dtstart = stamp(at)
          event.dtend = stamp(at + 300)
          event.summary = summary
          event.transp = "TRANSPARENT"
        end
      end

      def stamp(at) = CalendarMoments.stamp(at)
    end
  end
end
