# frozen_string_literal: true

module UpFront
  module Web
    module Pages
      # What a message's calendar asks: the event, who is invited, what it clashes with, and what was answered.
      class Invited
        CLASH_DAYS = 60 # ahead, of a recurring event
        MOST_CLASHES = 10
        ASKS = {"REQUEST" => "%s invites you.", "CANCEL" => "%s has called it off.", "REPLY" => "%s has answered.",
                "PUBLISH" => "An event is in it.", "COUNTER" => "%s proposes another time."}.freeze
        ANSWERS = {"ACCEPTED" => "comes", "DECLINED" => "does not come", "TENTATIVE" => "may come"}.freeze
        SAID = {"accept" => "You accepted", "tentative" => "You accepted for now", "decline" => "You declined"}.freeze

        def initialize(message, rulebook, now)
          @message = message
          @rulebook = rulebook
          @zone = rulebook.zone
          @now = now
          @time_format = Core::TimeFormat.new(rulebook.zone, now)
        end

        # @return [Hash] without `event` where nothing in it can be read as one
        def to_h
          said
        rescue Post::Apart::Exceeded
          {asks: "What it brings takes too long to read.", event: nil}
        end

        private

        def said
          @read = Post::Apart.call(:invitation, @message.raw.to_s, @zone)
          return {asks: "What it brings cannot be read as an event.", event: nil} unless @read

          {asks: format(ASKS.fetch(@read.method, "A calendar is in it."), organizer), method: @read.method, event: event,
           attendees: @read.attendees.first(50).map { {name: name(_1), comes: ANSWERS.fetch(_1[:answer], "has not answered")} },
           clashes: clashes, answered: answered, may_answer: may_answer?, kept: own&.id, problems: problems}
        end

        def item = @read.event

        def organizer
          who = (@read.method == "REPLY") ? @read.attendees.first : @read.organizer
          who ? name(who) : @message.sender_name
        end

        def name(person) = Core::Address.shown(person[:name], person[:email])

        def event
          {title: Core::Visible.line(item.title).then { _1.empty? ? "(no title)" : _1 }, when: span(item.starts, item.ends),
           place: Core::Visible.line(item.place), note: Core::Visible.lines(item.note)[0, 2_000],
           over: !recurs? && ending(item.ends) <= @now, repeats: repeats}
        end

        def recurs? = item.recurs?
        def ending(at) = at.is_a?(Date) ? @zone.instant(at, 0) : at

        def span(from, to)
          if from.is_a?(Date)
            last = [to - 1, from].max
            return [from, last].uniq.map { @time_format.day(_1) }.join(" to ")
          end
          first = "#{@time_format.day(@zone.date(from))}, #{clock(from)}"
          return first if to <= from

          (@zone.date(from) == @zone.date(to)) ? "#{first}–#{clock(to)}" : "#{first} to #{@time_format.day(@zone.date(to))}, #{clock(to)}"
        end

        def clock(at) = Core::Clockface.of(@zone.minutes(at))

        FREQUENCIES = {"DAILY" => "day", "WEEKLY" => "week", "MONTHLY" => "month", "YEARLY" => "year"}.freeze
        private_constant :FREQUENCIES

        # "every week, 5 times", "every 2 weeks until Friday 30 April"
        def repeats
          return unless recurs?
          return "on #{Core::English.count(item.rdates.size + 1, "day")}" unless item.rrule

          parts = item.rrule.split(";").to_h { |part| part.split("=", 2) }
          unit = FREQUENCIES.fetch(parts["FREQ"], "so often")
          every = (parts["INTERVAL"].to_i > 1) ? "every #{parts["INTERVAL"].to_i} #{unit}s" : "every #{unit}"
          "#{every}#{", #{parts["COUNT"].to_i} times" if parts["COUNT"]}#{until_said(parts["UNTIL"])}"
        end

        def until_said(text)
          date = text && Date.strptime(text[0, 8], "%Y%m%d")
          " until #{@time_format.day(date)}" if date
        rescue Date::Error
          nil
        end

        # @return [Array<String>] "Team, Thursday 11 March, 14:00–15:00"
        def clashes
          return [] if @read.method == "CANCEL"

          first, last = stretch
          days = Desk::Meetings.new(@rulebook, @now, first, last)
          turns = recurs? ? days.turns_of(item) : [[item.starts, item.ends].map { ending(_1) }]
          found = days.timed.select { |meeting| meeting.own&.uid != item.uid && turns.any? { |turn| clash?(meeting, *turn) } }
          found.first(MOST_CLASHES).map { "#{_1.name}, #{span(_1.from, _1.to)}" }
        end

        # What stands in the followed calendar from the same hour to the same hour is this very event.
        def clash?(meeting, from, to) = meeting.from < to && meeting.to > from && [meeting.from, meeting.to] != [from, to]

        # @return [Array(Date, Date)] the days on which clashes are looked for
        def stretch
          today = @zone.date(@now)
          return [today, today + CLASH_DAYS] if recurs?

          first = @zone.date(ending(item.starts))
          [first, [@zone.date(ending(item.ends)), first + CLASH_DAYS].min]
        end

        def own = @own ||= Store::Appointment.where(dropped_at: nil).find_by(uid: item.uid)

        # An answer that was taken back is none.
        def answered
          return unless own&.answer

          {answer: own.answer, said: "#{SAID.fetch(own.answer)} #{@time_format.moment(own.changed_at)}."}
        end

        def may_answer?
          @read.method == "REQUEST" && !@read.organizer.nil? && !@rulebook.names.me.include?(Core::Address.new(@read.organizer[:email]))
        end

        def problems
          if @read.more.positive?
            more = "#{Core::English.sentence(Core::English.count(@read.more,
              "more event"))} of the same file #{(@read.more == 1) ? "is" : "are"} not shown."
          end
          one = "It is one of a recurring event." if @read.one_of
          [*@read.problems, one, more].compact
        end
      end
    end
  end
end
