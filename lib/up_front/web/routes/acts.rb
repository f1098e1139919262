# frozen_string_literal: true

module UpFront
  module Web
    module Routes
      # What a person does to messages, and taking it back.
      module Acts
        ACTS = {
          **Desk::LargeActs::NAMED,
          "let_in" => ->(clock) { Desk::LetIn.new(clock) }, "to_front" => ->(clock) { Desk::ToFront.new(clock) },
          "raise" => ->(clock) { Desk::ChangePriority.new(clock, 1) }, "lower" => ->(clock) { Desk::ChangePriority.new(clock, -1) },
          "keep" => ->(clock) { Desk::KeepAtTop.new(clock) }, "unkeep" => ->(clock) { Desk::KeepAtTop.new(clock, on: false) }
        }.freeze

        def self.registered(app)
          app.post("/api/acts") do
            wanted = given
            ids = wanted["sender"] ? Desk::LetIn.of_sender(wanted["messages"].first, now) : wanted["messages"]
            next done(Desk::MarkRead.new(clock, opening: true).call(ids, step: false)) if wanted["act"] == "read" && wanted["opening"]

            done ACTS.fetch(wanted["act"]).call(clock).call(ids)
          end
          app.post("/api/labels") do
            wanted = given
            done Desk::ChangeLabels.new(clock, on: wanted["add"] || [], off: wanted["remove"] || []).call(wanted["messages"])
          end
          app.post("/api/ink") { given.then { |wanted| done Desk::ChangeInk.new(clock, wanted["ink"]).call(wanted["messages"]) } }
          app.post("/api/keeps") do
            wanted = given
            done Desk::KeepAtTop.new(clock, until_at: moment(wanted["until"])).call(wanted["messages"])
          end
          app.get("/api/conversations/minded") { json(Pages::Minded.new(rulebook, now).to_h) }
          app.put("/api/messages/:id/thread") { |id| done Desk::SetThreadPreference.new(clock).call(id.to_i, given["word"]) }
          app.post("/api/messages/:id/always") { |id| done Desk::AlwaysForSender.new(clock).call(id.to_i, given["act"] || "priority") }
          app.get("/api/back-times") do
            own = Store::Setting["back_times"] || []
            json(choices: Core::BackTimes.new(rulebook.plan, now, own: own).choices, own: own)
          end
          app.put("/api/back-times") { done Desk::KeepBackTimes.new(clock).call(given["times"]) }
          app.post("/api/put-off") do
            wanted = given
            done Desk::BringBack.new(clock, moment(wanted["until"]), reason: wanted["reason"],
              when_answered: wanted["when_answered"] == true)
              .call(wanted["conversation"] ? Desk::BringBack.of_conversation(wanted["messages"].first, now) : wanted["messages"])
          end
          app.post("/api/moves") do
            wanted = given
            done Desk::MoveToMoment.new(clock, moment(wanted["until"])).call(wanted["messages"])
          end
          app.helpers Helpers
          app.post("/api/undo") { done Desk::Undo.new(clock).last }
          app.post("/api/undo/:id") { |id| done Desk::Undo.new(clock).call(id.to_i) }
        end

        # What these routes share.
        module Helpers
          def next_time(minutes)
            today = rulebook.zone.date(now)
            [today, today + 1].map { rulebook.zone.instant(_1, minutes) }.find { _1 > now }
          end

          # @param text [String] ISO 8601 with offset, or a date and a time of day in the owner's zone, or a time of day alone: the next;
          #   or a duration from now
          # @return [Time]
          def moment(text)
            return next_time(minutes(text)) if text.match?(/\A\d\d:\d\d\z/)
            return Core::Duration.parse(text).after(now, rulebook.zone) if text.start_with?("P")

            local = text.match(/\A(\d{4}-\d\d-\d\d)T(\d\d:\d\d)(?::([0-5]\d))?\z/)
            return Core::Instant.parse(text) unless local

            rulebook.zone.instant(Date.iso8601(local[1]), minutes(local[2]), local[3].to_i)
          rescue ArgumentError, RangeError
            halt_problem 400, "“#{text[0, 40]}” is no moment. Give a time of day, a day and a time, or how long from now.",
              errors: [{pointer: "/until", expected: "an ISO 8601 time, a date and a time, a time of day, or a duration"}]
          end

          # @return [Integer] after midnight @raise [ArgumentError]
          def minutes(text) = Core::Check.new.time(text) || raise(ArgumentError, text)
        end
      end
    end
  end
end
