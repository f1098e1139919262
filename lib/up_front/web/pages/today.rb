# frozen_string_literal: true

module UpFront
  module Web
    module Pages
      # The list of what is to do, and beside it the day's meetings and rounds.
      class Today
        MOST = Desk::ChangeTasks::MOST_OPEN

        # @return [Integer] of the person's tasks and rules' follow-ups, those that are overdue or due today
        def self.count(rulebook, now)
          tomorrow = rulebook.zone.instant(rulebook.zone.date(now) + 1, 0)
          Store::Task.open.where("due_at < ?", tomorrow).count +
            Store::State.claimed.where(Store::StateSQL::FOLLOW_UP).where("claims.follow_up_at < ?", tomorrow).count
        end

        # The tasks whose moment has come, as the Front has them in Now. @return [Array<Hash>]
        def self.now_due(rulebook, now)
          TaskRows.new(rulebook, now).of(Store::Task.due(now).order(:due_at, :id).limit(MOST).to_a)
        end

        def initialize(rulebook, now)
          @rulebook = rulebook
          @now = now
          @zone = rulebook.zone
          @today = @zone.date(now)
          @time_format = Core::TimeFormat.new(@zone, now)
        end

        def to_h
          sections = Core::TaskList.new(tasks, @zone, @now).sections
          rows = TaskRows.new(@rulebook, @now).of(sections.flat_map(&:tasks)).each
          {lead: lead(sections), today: @today.iso8601, meetings: meetings, whole_days: whole_days, rounds: rounds,
           sections: sections.map { |each| {key: each.key, title: each.title, on: each.on&.iso8601, tasks: each.tasks.map { rows.next }} }}
        end

        private

        def tasks
          since = @zone.instant(@today, 0)
          open = Store::Task.open.order(:due_at, :id).limit(MOST).to_a
          open + Desk::FollowUps.all(@zone) + Store::Task.standing.where(done_at: since..).order(:done_at).limit(MOST).to_a
        end

        def lead(sections)
          overdue = sections.find { _1.key == "overdue" }&.tasks.to_a.size
          today = sections.find { _1.on == @today }.tasks.size
          return "Nothing is to be done today." if (overdue + today).zero?
          return "#{counted(overdue)} overdue." if today.zero?

          "#{counted(today)} to do today#{", #{Core::English.count(overdue, "overdue", "overdue")}" if overdue.positive?}."
        end

        def counted(count) = Core::English.sentence(Core::English.count(count, "thing"))

        def meetings
          from, to = @zone.instant(@today, 0), @zone.instant(@today + 1, 0)
          day.timed.map do |each|
            {name: each.name, from: @time_format.moment([each.from, from].max), to: till(each.to, to), over: each.to <= @now,
             own: each.own&.id, message: each.own&.message_id}
          end
        end

        def whole_days = day.whole_days.map { {name: _1.name, own: _1.own.id, message: _1.own.message_id} }

        def day = @day ||= Desk::Meetings.new(@rulebook, @now, @today, @today)

        def till(at, midnight) = (at >= midnight) ? "24:00" : @time_format.moment(at)

        def rounds
          @rulebook.plan.stops_on(@today).map do |stop|
            {name: stop.round.name, time: @time_format.moment(stop.at), at: stop.at.iso8601, over: stop.at <= @now}
          end
        end
      end
    end
  end
end
