# frozen_string_literal: true

module UpFront
  module Web
    module Pages
      # Whether the person is heads-down, until when, and what would reach them all the same.
      class HeadsDown
        SPANS = [25, 30, 50, 90].freeze # minutes

        def initialize(rulebook, now)
          @rulebook = rulebook
          @now = now
          @time_format = Core::TimeFormat.new(rulebook.zone, now)
        end

        def to_h
          {active: active, through: through, choices: choices,
           planned: @rulebook.plan.quiet.map { {name: _1.name, label: planned(_1.span)} }}
        end

        # @return [Hash, nil] until, words, left; nil when mail comes as ever
        def active
          stretch = Store::HeadsDown.of(@rulebook.plan, @now).covering(@now) or return
          ending = Store::HeadsDown.of(@rulebook.plan, @now).after(@now)
          own = Store::HeadsDown.running(@now).order(:id).last
          {until: ending.iso8601, label: "until #{@time_format.moment(ending)}", left: @time_format.span(ending),
           reason: own ? own.reason : meeting,
           planned: own.nil?, waiting: Store::State.held(@now).where(surface_at: stretch.end).count}
        end

        private

        # @return [String, nil] the meeting over which it lies
        def meeting = @rulebook.plan.busy.find { _1.heads_down && _1.span.cover?(@now) }&.name

        # @return [Array<String>] the rules whose alerts break through
        def through
          @rulebook.rules.select { |rule| rule.enabled && rule.effects["alert"].is_a?(Hash) && rule.effects["alert"]["break_through"] }
            .map(&:name)
        end

        def choices
          stop = @rulebook.plan.next_stop(@now + 60)
          stop = nil if stop && stop.at - @now > Desk::GoHeadsDown::LONGEST
          spans = SPANS.to_h { |minutes| [@now + minutes * 60, minutes] }
          [*([{label: "until #{@time_format.round(stop.at)}", until: stop.at.iso8601}] if stop),
            *spans.map { |at, minutes| {label: "for #{minutes} min, until #{@time_format.moment(at)}", until: at.iso8601} }]
        end

        def planned(span) = "#{Core::Weekdays.say(span.days)}, #{Core::Clockface.of(span.from)} to #{Core::Clockface.of(span.to)}"
      end
    end
  end
end
