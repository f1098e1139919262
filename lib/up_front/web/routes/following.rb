# frozen_string_literal: true

module UpFront
  module Web
    module Routes
      # Answers that are awaited, and things to do.
      module Following
        def self.registered(app)
          awaited(app)
          tasks(app)
          calendar(app)
          app.helpers Helpers
        end

        def self.awaited(app)
          app.get("/api/awaited") { json(Pages::Awaited.new(rulebook, now).to_h) }
          app.put("/api/awaited/on-front") { done Desk::AwaitedOnFront.new(clock).call(given["on"]) }
          app.post("/api/messages/:id/awaited") do |id|
            done Desk::Expect.new(clock).call(id.to_i, Desk::Expect.due_at(given, now))
          end
          app.put("/api/awaited/:id") { |id| done Desk::Expect.new(clock).later(id.to_i, Desk::Expect.due_at(given, now)) }
          app.delete("/api/awaited/:id") { |id| done Desk::Expect.new(clock).drop(id.to_i) }
          app.post("/api/awaited/:id/nudge") { |id| draft(Desk::Nudge.new(clock).call(id.to_i).result, status: 201) }
        end

        def self.tasks(app)
          app.get("/api/today") { json(Pages::Today.new(rulebook, now).to_h) }
          app.post("/api/tasks") do
            wanted = given
            made = Desk::ChangeTasks.new(clock).make(wanted.slice(*Desk::ChangeTasks::COLUMNS), message_id: wanted["message"])
            json({message: made.message, undo_id: made.undo_id, task: "t#{made.result.id}"}, status: 201)
          end
          app.put("/api/tasks/:key") { |key| done Desk::ChangeTasks.new(clock).change(key, given) }
          app.post("/api/tasks/act") do
            wanted = given
            change = Desk::ChangeTasks.new(clock)
            done case wanted["act"]
            when "done" then change.done(wanted["tasks"])
            when "undone" then change.done(wanted["tasks"], on: false)
            when "drop" then change.drop(wanted["tasks"])
            else change.move(wanted["tasks"], wanted["on"])
            end
          end
          app.post("/api/tasks/:id/answer") { |id| done Desk::ChangeTasks.new(clock).answer(id.to_i, given["answer"]) }
        end

        def self.calendar(app)
          app.get("/api/messages/:id/invitation") { |id| json(Pages::Invited.new(message(id), rulebook, now).to_h) }
          app.post("/api/messages/:id/invitation") do |id|
            given.then { |wanted| done Desk::AnswerInvitation.new(clock).call(id.to_i, wanted["answer"], comment: wanted["comment"]) }
          end
          app.post("/api/appointments") do
            wanted = given
            made = Desk::Appointments.new(clock).make(wanted.except("message"), message_id: wanted["message"])
            json({message: made.message, undo_id: made.undo_id, appointment: made.result.id}, status: 201)
          end
          app.put("/api/appointments/:id") { |id| done Desk::Appointments.new(clock).change(id.to_i, given) }
          app.delete("/api/appointments/:id") { |id| done Desk::Appointments.new(clock).drop(id.to_i) }
          app.get("/api/appointments/:id.ics") do |id|
            row = Store::Appointment.standing.find_by(id: id.to_i) || halt_problem(404, "That appointment is not there any more.")
            ics(row.title, events: [Desk::CalendarExchange.event_of(row)])
          end
          app.get("/api/today.ics") do
            ics("to do", todos: Desk::CalendarExchange.todos(rulebook.zone, now), events: Desk::CalendarExchange.events)
          end
          app.post("/api/today.ics") { done Desk::CalendarExchange.new(clock).bring_in(request.body.read(Post::CalendarItems::MAX_BYTES + 1).to_s) }
        end
        private_class_method :awaited, :tasks, :calendar

        # What these routes share.
        module Helpers
          def ics(name, **items)
            download("#{name.gsub(/[^\p{L}\p{Nd} ._-]/, "_")[0, 80]}.ics", Post::CalendarItems.write(**items, now: now))
              .tap { content_type "text/calendar; charset=utf-8" }
          end

          # @return [Time, nil] by when an answer is expected to what is being sent
          def expected(wanted) = wanted && Desk::Expect.due_at(wanted, now)
        end
      end
    end
  end
end
