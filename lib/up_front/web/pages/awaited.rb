# frozen_string_literal: true

module UpFront
  module Web
    module Pages
      # The answers that the person awaits: overdue first, from whom, since when, what was asked; and what has become of others.
      class Awaited
        MOST = 500
        OVER_DAYS = 30 # that an answer which came, or was given up, is listed

        # @return [Integer]
        def self.overdue(now) = Store::Awaited.overdue(now).count

        def initialize(rulebook, now)
          @rulebook = rulebook
          @now = now
          @time_format = Core::TimeFormat.new(rulebook.zone, now)
          @today = rulebook.zone.date(now)
        end

        def to_h
          open = Store::Awaited.open.order(:due_at, :id).limit(MOST).to_a
          overdue, rest = open.partition { _1.due_at <= @now }
          since = @now - OVER_DAYS * 86_400
          over = Store::Awaited.where.not(state: "open").where(over_at: since..).order(over_at: :desc).limit(MOST).to_a
          {lead: lead(overdue.size, rest.size), overdue: rows(overdue), open: rows(rest), over: rows(over), days: OVER_DAYS,
           on_front: Desk::AwaitedOnFront.on?}
        end

        # The band of the Front, where it is wished. @return [Array<Hash>]
        def on_front
          return [] unless Desk::AwaitedOnFront.on?

          rows(Store::Awaited.overdue(@now).order(:due_at, :id).limit(MOST).to_a)
        end

        # What stands beside a message that was sent. @param message [Store::Message] @return [Hash]
        def beside(message)
          row = Store::Awaited.where(message_id: message.id).where.not(state: "dropped").order(:id).last
          return {awaited: rows([row]).first, may_expect: false, asks_them: []} if row

          may = message.from_me && Desk::Expect.asked_people(message).any?
          {awaited: nil, may_expect: may, asks_them: (may && unanswered?(message)) ? Core::Asking.of(message.body).first(2).map(&:reason) : []}
        end

        private

        def unanswered?(message)
          message.message_id.nil? || Store::Message.where(from_me: false)
            .where(id: Store::MessageReference.where(reference: message.message_id).select(:message_id)).none?
        end

        def rows(all)
          answers = Store::Message.where(id: all.map(&:answer_id)).select(:id, :sender_name, :sender_key).index_by(&:id)
          all.map { row(_1, answers[_1.answer_id]) }
        end

        def row(row, answer)
          day = Desk::Expect.day_of(row.due_at.to_time, @rulebook.zone)
          {id: row.id, message: row.message_id, subject: Core::Visible.line(row.subject).strip.then { _1.empty? ? "(no subject)" : _1 },
           from: from(row), asked: Core::Visible.line(row.asked), since: @time_format.moment(row.since), on: day.iso8601,
           state: row.state, overdue: row.state == "open" && row.due_at <= @now, due: due(row, day), said: said(row, answer),
           answer: answer&.id}
        end

        def from(row)
          names = row.from.map { Core::Visible.line(_1.shown) }
          Core::English.join((names.size > 3) ? names.first(2) + ["#{names.size - 2} more"] : names, "or")
        end

        # "expected by Friday 12 March", "due today", "due yesterday", "3 days overdue"
        def due(row, day)
          late = (@today - day).to_i
          return "by today" if late.zero?
          return "since yesterday" if late == 1

          (late > 1) ? "for #{late} days" : "by #{@time_format.day(day)}"
        end

        # What has happened to it since.
        def said(row, answer)
          over = row.over_at && @time_format.moment(row.over_at)
          return "#{answer ? answer.sender_name : "Somebody"} answered #{over}." if row.state == "answered"
          return "No longer awaited, since #{over}." if row.state == "dropped"

          said = [away(row), ("You asked again #{@time_format.moment(row.nudged_at)}." if row.nudged_at)].compact
          said.join(" ") if said.any?
        end

        def away(row)
          return unless row.away
          return "An automatic reply came." if row.away.empty?

          "An automatic reply came: away until #{@time_format.day(Date.iso8601(row.away))}."
        end

        def lead(overdue, rest)
          return "You await no answer." if (overdue + rest).zero?

          all = "#{Core::English.sentence(Core::English.count(overdue + rest, "answer"))} #{(overdue + rest == 1) ? "is" : "are"} awaited"
          overdue.zero? ? "#{all}, none overdue." : "#{all}, #{Core::English.count(overdue, "of them", "of them")} overdue."
        end
      end
    end
  end
end
