# frozen_string_literal: true

module UpFront
  module Core
    # The owner's zone with trips: on their days local times are those of the place. Answers like a {Zone}. Where two
    # places meet, a day may be longer or shorter by the hours between them; no instant is left without a local time.
    class Journey < Zone
      # Both dates inclusive, by the calendar of the place.
      Trip = Struct.new(:zone, :first, :last) do
        def span = @span ||= zone.instant(first, 0)...zone.instant(last + 1, 0)
        def to_h = {"time_zone" => zone.name, "from" => first.iso8601, "until" => last.iso8601}
      end

      attr_reader :trips

      # @param name [String] the zone at home @param trips [Array<Trip>]
      def initialize(name, trips)
        @trips = trips.sort_by(&:first).freeze
        super(name)
      end

      # @return [Time] the instant that a local time means, at the place of that day
      def instant(date, minutes, seconds = 0)
        trip = @trips.find { (_1.first.._1.last).cover?(date) }
        trip ? trip.zone.instant(date, minutes, seconds) : super
      end

      def edges(first, last)
        there = trips.flat_map { |trip| [trip.span.begin, trip.span.end, *trip.zone.edges(first, last)] }
        super + there.select { (first..last).cover?(_1) }
      end

      private

      def offset(seconds)
        trip = @trips.find { _1.span.begin.to_i <= seconds && seconds < _1.span.end.to_i }
        trip ? trip.zone.__send__(:offset, seconds) : super
      end
    end
  end
end
