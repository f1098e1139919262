# frozen_string_literal: true

module UpFront
  module Core
    # What a rulebook makes of a stretch of mail: how much comes straight in, how often it interrupts, how loud it is, how long mail
    # waits. A moment that interrupts is a minute in which something surfaces, at whatever hour of whatever day.
    class ReplayFigures
      def initialize
        @counts = {straight_in: 0, waiting: 0, never: 0}
        @alerts = AlertEffect::LEVELS.to_h { [_1, 0] }
        @waits = Priority::LEVELS.to_h { [_1, Hash.new(0)] }
        @moments = Hash.new(0)
        @arrivals = []
      end

      # @param claim [Claim]
      def add(claim)
        @counts[came(claim)] += 1
        @arrivals = [*@arrivals, claim.arrived_at.to_i / 60].minmax
        return unless claim.surface_at

        @alerts[claim.alert["level"]] += 1 if claim.alert
        @waits[claim.priority][(claim.surface_at - claim.arrived_at).to_i] += 1
        @moments[claim.surface_at.to_i / 60] += 1
      end

      # @return [Hash] straight_in, waiting and never [Integer] together are all messages; interruptions [Integer] moments;
      #   alerts [Hash{String=>Integer}] by loudness; longest_undisturbed [Integer] seconds in which nothing surfaces, from the first
      #   arrival to the last arrival or the last moment, whichever is later; waits [Hash{String=>Hash}] by priority, where
      #   any of it surfaces: median, nine_in_ten and most, each the wait in seconds that no less than that part of it does not exceed
      def to_h
        {**@counts, interruptions: @moments.size, alerts: @alerts.dup, longest_undisturbed: undisturbed,
                    waits: @waits.transform_values { waits(_1) }.compact}
      end

      # @param zone [Zone] @return [Array<Integer>] how many messages surfaced in each hour of the local day
      def hours(zone)
        @moments.each_with_object(Array.new(24, 0)) { |(minute, count), hours| hours[zone.local(Time.at(minute * 60)).hour] += count }
      end

      private

      def came(claim)
        return :never unless claim.surface_at

        (claim.surface_at == claim.arrived_at) ? :straight_in : :waiting
      end

      def undisturbed
        return 0 if @arrivals.empty?

        moments = @moments.keys.sort
        [@arrivals.first, *moments, [@arrivals.last, *moments].max].each_cons(2).map { |from, to| (to - from) * 60 }.max
      end

      # @param tally [Hash{Integer=>Integer}] how many waited how many seconds
      def waits(tally)
        return if tally.empty?

        seconds = tally.sort
        count = tally.each_value.sum
        {median: at(seconds, (count + 1) / 2), nine_in_ten: at(seconds, (count * 9 + 9) / 10), most: seconds.last.first}
      end

      # @param place [Integer] counted from 1, the shortest first
      def at(seconds, place)
        seconds.each { |wait, count| return wait unless (place -= count).positive? }
      end
    end
  end
end
