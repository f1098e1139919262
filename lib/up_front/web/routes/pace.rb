# frozen_string_literal: true

module UpFront
  module Web
    module Routes
      # The event stream, and the demo's clock.
      module Pace
        def self.registered(app)
          app.get("/api/events") do
            since = (request.env["HTTP_LAST_EVENT_ID"] || params["since"])&.to_i
            hub = settings.hub
            headers "content-type" => "text/event-stream", "cache-control" => "no-cache", "x-accel-buffering" => "no"
            body(proc { |io| hub.add(io, since: since, allowed: Door.staying(request.env, clock)) })
          end
          app.get("/api/heads-down") { json(Pages::HeadsDown.new(rulebook, now).to_h) }
          app.post("/api/heads-down") do
            wanted = given
            done Desk::GoHeadsDown.new(clock).call(later_today(wanted["until"]), reason: wanted["reason"])
          end
          app.delete("/api/heads-down") { done Desk::EndHeadsDown.new(clock).call }
          app.get("/api/clock") { clock_state }
          app.patch("/api/clock") do
            halt_problem 409, "This is the real clock; it cannot be set." unless clock.adjustable?
            wanted = given
            clock.set(rate: wanted["rate"]) if wanted.key?("rate")
            jump(wanted["jump"]) if wanted.key?("jump")
            Store::Event.create!(at: clock.now, kind: "clock", payload: {})
            clock_state
          end

          app.helpers Helpers
        end

        # What these routes share.
        module Helpers
          def clock_state
            here = clock.now
            zone = Store::CurrentRulebook.rulebook&.zone || Core::Zone.new("Etc/UTC")
            json(now: here.iso8601(3), zone: zone.name, label: zone.local(here).strftime("%a %H:%M"), rate: clock.rate,
              adjustable: clock.adjustable?,
              next_arrival: settings.script&.next_after(here)&.then { Core::TimeFormat.new(zone, here).moment(_1) },
              next_round: Store::CurrentRulebook.rulebook&.plan&.next_stop(here + 1)&.then {
                Core::TimeFormat.new(zone, here)
                  .moment(_1.at)
              })
          end

          # A time of day that is past does not silently mean tomorrow's.
          def later_today(text)
            at = moment(text)
            return at unless text.match?(/\A\d\d:\d\d\z/) && rulebook.zone.date(at) > rulebook.zone.date(now)

            halt_problem 422, "#{text} is past today. Give a later time; for tomorrow, give its day too.",
              errors: [{pointer: "/until", expected: "a time that is still to come today"}]
          end

          def jump(to)
            here = clock.now
            target = (to == "round") ? rulebook.plan.next_stop(here + 1)&.at : settings.script&.next_after(here)
            halt_problem 409, "There is nothing further in today's script." unless target
            clock.set(shown: target)
          end
        end
      end
    end
  end
end
