# frozen_string_literal: true

module UpFront
  module Web
    module Routes
      # The plan: read, tried while it is drawn, put in force.
      module Week
        def self.registered(app)
          app.get("/api/week") { json(Pages::Week.new(rulebook, now).to_h) }
          app.get("/api/week/days") { json(days: Pages::WeekDays.new(rulebook, now).of(Date.iso8601(params["of"]))) }
          app.post("/api/week/dry-run") do
            wanted = given
            json(Pages::Week.new(rulebook, now).try(wanted["plan"], renamed: wanted["renamed"] || []))
          end
          app.put("/api/week") do
            wanted = given
            done Desk::SavePlan.new(clock).call(wanted["plan"], renamed: wanted["renamed"] || [], revision: wanted["revision"])
          end
          app.put("/api/followed-calendar") do
            wanted = given
            done Desk::FollowCalendar.new(clock).call(wanted["path"], heads_down: wanted["heads_down"] || "none")
          end
          app.put("/api/zone") do
            wanted = given
            done Desk::SaveZone.new(clock).call(wanted["time_zone"], trips: wanted["trips"] || [])
          end
          app.get("/api/let-through") do
            list = Desk::LetThrough.list
            json(list || {people: [], words: [], rule_id: Desk::LetThrough.rule.id, changed: true})
          end
          app.put("/api/let-through") do
            wanted = given
            done Desk::LetThrough.new(clock).call(wanted["people"], wanted["words"])
          end
          app.get("/api/calendar") { json(path: Desk::CalendarAddress.secret && "/api/calendar/#{Desk::CalendarAddress.secret}.ics") }
          app.post("/api/calendar") do
            done Desk::CalendarAddress.new(clock).call
          end
          app.get("/api/calendar/:secret.ics") { |secret| calendar(secret) }
          app.helpers Helpers
          app.post("/api/calendars") do
            today = rulebook.zone.date(now)
            json(Post::CalendarFile.found(request.body.read(Post::CalendarFile::MAX_BYTES + 1).to_s, rulebook.zone,
              from: today, until: today + Core::Plan::HORIZON_DAYS).to_h.except(:free))
          end
        end

        # What these routes share.
        module Helpers
          def calendar(secret)
            own = Desk::CalendarAddress.secret.to_s
            halt_problem 404, "There is no calendar at this address." if own.empty? || !Rack::Utils.secure_compare(own, secret)

            content_type "text/calendar; charset=utf-8"
            states = Store::State.put_off(now).order(:surface_at).limit(500).to_a
            subjects = Store::Message.where(id: states.map(&:message_id)).select(:id, :subject).to_h { [_1.id, _1.subject] }
            backs = states.map do |state|
              Post::CalendarOut::Back.new(id: state.message_id, at: state.surface_at, subject: subjects.fetch(state.message_id),
                reason: state.put_off_reason)
            end
            Post::CalendarItems.write(todos: Desk::CalendarExchange.todos(rulebook.zone, now), events: Desk::CalendarExchange.events,
              now: now,
              into: Post::CalendarOut.new(rulebook.plan, backs, now).calendar)
          end
        end
      end
    end
  end
end
