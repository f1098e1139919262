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
          busy = @rulebook.plan.busy.select { _1.from < to && _1.to > from }.map { [_1.name, _1.from, _1.to, nil] }
          own = Store::Appointment.within(from, to, @today..@today).where.not(starts_at: nil)
            .map { [_1.title, _1.starts_at.to_time, _1.ends_at.to_time, _1] }
          own += turns.map { |name, start, ending, row| [name, [start, from].max, ending, row] }
          # What was accepted may stand in the followed calendar too.
          both = (busy + own).uniq { |name, start, ending, _| [Core::Text.fold(name), start, ending] }
          both.sort_by { |_, start, ending, _| [start, ending] }.map { |row| meeting(*row, from, to) }
        end

        MOST_RECURRING = 50
        private_constant :MOST_RECURRING

        # Of events of one's own that recur, those of today. @return [Array<Array(String, Time, Time, Store::Appointment)>]
        def turns
          Store::Appointment.standing.where.not(rrule: nil).where("starts_at < ?",
            @zone.instant(@today, 0)).limit(MOST_RECURRING).flat_map do |row|
            text = Post::CalendarItems.write(events: [Desk::CalendarExchange.event_of(row)], now: @now)
            found = Post::CalendarFile.found(text, @zone, from: @today, until: @today).busy
            found.map { |each| [each["name"], Time.iso8601(each["from"]), Time.iso8601(each["to"]), row] }
          rescue Post::CalendarFile::NoCalendar
            []
          end
        end

        def meeting(name, start, ending, own, from, to)
          {name: name, from: @time_format.moment([start, from].max), to: till(ending, to), over: ending <= @now, own: own&.id,
           message: own&.message_id}
        end

        def whole_days
          from, to = @zone.instant(@today, 0), @zone.instant(@today + 1, 0)
          Store::Appointment.within(from, to, @today..@today).where(starts_at: nil).map { {name: _1.title, own: _1.id, message: _1.message_id} }
        end

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
