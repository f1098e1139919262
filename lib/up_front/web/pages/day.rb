# frozen_string_literal: true

module UpFront
  module Web
    module Pages
      # The day column: today's windows, rounds, arrivals and now, as minutes after midnight.
      class Day
        FIRST_HOUR = 6
        LAST_HOUR = 20
        MOST_TICKS = 400
        LONGEST_TITLE = 17

        def initialize(rulebook, now)
          @plan = rulebook.plan
          @zone = rulebook.zone
          @now = now
          @date = @zone.date(now)
          @time_format = Core::TimeFormat.new(@zone, now)
          @start, @ending = @zone.instant(@date, 0), @zone.instant(@date + 1, 0)
        end

        def to_h
          {date: @date.iso8601, title: title, next_round: next_round, now: @zone.minutes(@now), now_label: @time_format.moment(@now),
           first_hour: [FIRST_HOUR, @zone.local(@now).hour].min, last_hour: [LAST_HOUR, @zone.local(@now).hour + 1].max,
           windows: windows, rounds: rounds, arrivals: arrivals, held: Store::State.held(@now).count}
        end

        private

        # The column is narrow: a long day loses some letters of its name rather than the date.
        def title = @time_format.day(@date).then { |text| (text.size > LONGEST_TITLE) ? @date.strftime("%a %-d %B") : text }

        def next_round
          stop = @plan.next_stop(@now + 1) or return "No rounds in the plan"
          (stop.at <= @ending) ? "Next round in #{@time_format.span(stop.at)}" : "Next round #{@time_format.moment(stop.at)}"
        end

        def windows
          @plan.stretches_on(@date).map { |name, span| {name: name, from: minute(span.begin), to: minute(span.end)} }
        end

        def minute(instant) = instant.clamp(@start, @ending).then { (_1 == @ending) ? 1440 : @zone.minutes(_1) }

        def rounds
          @plan.stops_on(@date).map do |stop|
            done = stop.at <= @now
            {name: stop.round.name, at: stop.at.iso8601, minute: @zone.minutes(stop.at), time: @time_format.moment(stop.at), done: done,
             count: Store::State.with_round(stop.at).count}
          end
        end

        def arrivals
          Store::Message.joins(:claim, :state).where(states: {came: "arrived"}, arrived_at: @start...@ending).order(:arrived_at)
            .limit(MOST_TICKS)
            .pluck("messages.id", "messages.arrived_at", Arel.sql(Store::StateSQL::PRIORITY), "claims.held")
            .map { |id, at, priority, held| {id: id, minute: @zone.minutes(at), priority: priority, held: held} }
        end
      end
    end
  end
end
