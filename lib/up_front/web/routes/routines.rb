# frozen_string_literal: true

module UpFront
  module Web
    module Routes
      # Several acts under one name.
      module Routines
        def self.registered(app)
          app.get("/api/routines") { json(Pages::Routines.new(rulebook).to_h) }
          app.post("/api/routines/preview") do
            wanted = given
            ids = wanted["messages"] || []
            json(says: says(wanted["body"]), does: ids.any? ? Desk::RoutinePreview.new(clock).call(wanted["body"], ids) : [],
              count: ids.size)
          end
          app.post("/api/routines/run") do
            wanted = given
            done Desk::DoLarge.new(clock).begin("routine", {"routine" => routine(wanted["name"]).to_h}, wanted["messages"])
          end
          app.helpers Helpers
        end

        # What these routes share.
        module Helpers
          # @return [String] what it does, in a sentence @raise [Core::Refused]
          def says(body) = Desk::RunRoutine.new(clock, body).routine.sentence

          # @return [Core::Routine]
          def routine(name)
            rulebook.routines.find { Core::Text.fold(_1.name) == Core::Text.fold(name) } ||
              halt_problem(404, "There is no routine “#{name}” any more.")
          end
        end
      end
    end
  end
end
