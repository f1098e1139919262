# frozen_string_literal: true

module UpFront
  module Core
    # The owner's zone with trips: on their days local times are those of the place. Answers like a {Zone}. The days at home before a
    # trip are whole, and so are those of a trip before the next: a trip begins with its first day there, but never before that day has
    # begun at home. Where two places meet, a day may be longer or shorter by the hours between them; a local time that is skipped there
    # means the moment of the change, and no instant is left without a local time.
    class Journey < Zone
      # Both dates inclusive, by the calendar of the place.
      Trip = Struct.new(:zone, :first, :last) do
        def to_h = {"time_zone" => zone.name, "from" => first.iso8601, "until" => last.iso8601}
      end

      # A trip, with the instants between which its place gives the time.
      Leg = Struct.new(:zone, :dates, :span)

      attr_reader :trips, :legs

      # @param name [String] the zone at home @param trips [Array<Trip>]
      def initialize(name, trips)
        super(name)
        home = Zone.new(name)
        @trips = trips.sort_by(&:first).freeze
        @legs = @trips.each_with_object([]) { |trip, legs| legs << leg(trip, home, legs.last) }.freeze
      end

      def key = [name, *trips.map(&:to_h)]

      # @return [Time] the instant that a local time means, at the place of that day
      def instant(date, minutes, seconds = 0)
        leg = @legs.find { _1.dates.cover?(date) }
        return [leg.zone.instant(date, minutes, seconds), leg.span.begin].max if leg

        [super, @legs.reverse.find { _1.dates.end < date }&.span&.end].compact.max
      end

      def edges(first, last)
        there = legs.flat_map { |leg| [leg.span.begin, leg.span.end, *leg.zone.edges(first, last)] }
        super + there.select { (first..last).cover?(_1) }
      end

      private

      def leg(trip, home, before)
        from = [trip.zone.instant(trip.first, 0), home.instant(trip.first, 0), before&.span&.end].compact.max
        Leg.new(trip.zone, trip.first..trip.last, from...[trip.zone.instant(trip.last + 1, 0), from].max)
      end

      def offset(seconds)
        leg = @legs.find { _1.span.begin.to_i <= seconds && seconds < _1.span.end.to_i }
        leg ? leg.zone.__send__(:offset, seconds) : super
      end
    end
  end
end
