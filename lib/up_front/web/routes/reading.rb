# frozen_string_literal: true

module UpFront
  module Web
    module Routes
      # How things stand: the Front, what is held, the day.
      module Reading
        def self.registered(app)
          app.get("/api/status") do
            last_event = Store::Event.maximum(:id).to_i # before all else: what happens from here on is told by the stream
            ready = Store::Rulebook.exists?
            faults = ready ? Pages::Faults.new(settings.faults, rulebook, now).to_a : []
            book = ready ? rulebook : nil
            json(version: VERSION, ready: ready, owner: book&.owner&.fetch("name"), zone: book&.zone&.name, demo: clock.adjustable?,
              faults: faults, going: going, last_event: last_event,
              paused: book&.pauses&.running(now)&.then { |_, to| {until: to && Core::TimeFormat.new(book.zone, now).moment(to)} },
              away: book && Pages::ByRules.away(book, now),
              heads_down: book && Pages::HeadsDown.new(book, now).active,
              held: ready ? Store::State.held(now).count : 0, proposals: book ? Desk::Proposals.new(book, now).count : 0,
              outgoing: ready ? Store::Outgoing.open.count : 0,
              todo: book ? Pages::Today.count(book, now) : 0, overdue: Pages::Awaited.overdue(now),
              next_round: book && Store::State.held(now).minimum(:surface_at)&.then { Core::TimeFormat.new(book.zone, now).moment(_1) },
              accounts: Store::Account.all.map { {id: _1.id, name: _1.name, address: _1.addresses.first} })
          end
          app.helpers Helpers
          app.get("/api/front") do
            before = params["before"] && Core::Instant.parse(params["before"])
            page(params["before"]) { Pages::Front.new(rulebook, now, before: before).to_h }
          rescue ArgumentError
            halt_problem 400, "The cursor is none that this server gave.", errors: [{pointer: "/before", expected: "a cursor"}]
          end
          app.get("/api/held") { page { Pages::Held.new(rulebook, now).to_h } }
          app.get("/api/day") { json(Pages::Day.new(rulebook, now).to_h) }
          app.get("/api/rounds") do
            json(Pages::Round.new(rulebook, now, Core::Instant.parse(params["at"])).to_h)
          rescue ArgumentError
            halt_problem 400, "The time is none.", errors: [{pointer: "/at", expected: "an ISO 8601 time"}]
          end
        end

        # What these routes share.
        module Helpers
          # Acts on many messages that are being gone through.
          def going
            Store::Job.going.order(:id).map do |job|
              {id: job.id, step: job.undo_step_id, done: job.gone_through, of: job.total, words: job.said}
            end
          end
        end
        private_constant :Helpers
      end
    end
  end
end
