# frozen_string_literal: true

module UpFront
  module Core
    # When a message that a rule speaks of surfaces: `{"now": true}` and its like.
    class Timing
      KINDS = %w[now next_round round until off_front].freeze

      attr_reader :kind, :value

      # @return [Hash] in the file's shape, a round by the plan's own name for it
      def to_h = {kind => {"round" => -> { value.name }, "until" => -> { value.to_h }}.fetch(kind, -> { true }).call}

      # @return [Timing, nil]
      def self.read(value, check, names)
        return check.refuse("an object with one of #{KINDS.join(", ")}", value) unless value.is_a?(Hash)
        unless value.size == 1
          return check.refuse("exactly one of #{KINDS.join(", ")}", found: value.keys.join(", ").then { _1.empty? ? "none" : _1 })
        end

        kind, given = value.first
        case kind
        when "now", "next_round", "off_front"
          (given == true) ? new(kind, true) : check.at(kind).refuse("true", given)
        when "round" then names.fetch(:rounds, given, check.at(kind))&.then { new(kind, _1) }
        when "until" then Until.read(given, check.at(kind))&.then { new(kind, _1) }
        else check.at(kind).refuse("one of #{KINDS.join(", ")}", kind)
        end
      end

      def initialize(kind, value)
        @kind = kind
        @value = value
        freeze
      end

      # A moment of the message's own: some days on, a weekday, or after so long.
      class Until
        FORMS = [%w[at days], %w[at weekday], %w[after]].freeze

        def self.read(value, check)
          return check.refuse("an object", value) unless value.is_a?(Hash)
          unless FORMS.include?(value.keys.sort)
            return check.refuse("days and at, or weekday and at, or after", found: value.keys.join(", ").then { _1.empty? ? "none" : _1 })
          end
          return check.at("after").duration(value["after"])&.then { new(after: _1) } if value.key?("after")

          at = check.at("at").time(value["at"])
          days = check.at("days").whole(value["days"]) if value.key?("days")
          days = check.at("days").refuse("at most #{Plan::HORIZON_DAYS} days", days) if days.to_i > Plan::HORIZON_DAYS
          weekday = check.at("weekday").one_of(value["weekday"], Weekdays::ALL) if value.key?("weekday")
          new(at: at, days: days, weekday: weekday) if at && (days || weekday)
        end

        # @return [Hash] in the file's shape
        def to_h
          return {"after" => @after.to_s} if @after

          (@weekday ? {"weekday" => @weekday} : {"days" => @days}).merge("at" => Clockface.of(@at))
        end

        def initialize(at: nil, days: nil, weekday: nil, after: nil)
          @at = at
          @days = days
          @weekday = weekday
          @after = after
          freeze
        end

        # @return [Time] strictly after the arrival for a weekday; never before it
        def moment(arrival, zone)
          return @after.after(arrival, zone) if @after

          today = zone.date(arrival)
          return next_weekday(arrival, today, zone) if @weekday

          moment = zone.instant(today + @days, @at)
          (moment < arrival) ? zone.instant(today + @days + 1, @at) : moment
        end

        private

        def next_weekday(arrival, today, zone)
          (today..today + 8).each do |date|
            moment = zone.instant(date, @at) if zone.weekday(date) == @weekday
            return moment if moment && moment > arrival
          end
        end
      end
    end
  end
end
