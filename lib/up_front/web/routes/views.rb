# frozen_string_literal: true

module UpFront
  module Web
    module Routes
      # Saved views: made, changed, tried, put in order; what each shows, and why.
      module Views
        def self.registered(app)
          app.get("/api/views") { json(Pages::Views.new(rulebook, now, badges: flag?("badges", otherwise: true)).to_h) }
          app.get("/api/views/vocabulary") { json(Pages::Vocabulary.new(rulebook).for_views) }
          app.post("/api/views") do
            made = Desk::SaveView.new(clock).call(given["body"])
            json({message: made.message, undo_id: made.undo_id, id: made.result.id})
          end
          app.post("/api/views/dry-run") do
            wanted = given
            json(Pages::TryView.new(wanted["body"], rulebook, now, id: wanted["id"]).to_h)
          end
          app.put("/api/views/:id") do |id|
            wanted = given
            done Desk::SaveView.new(clock).call(wanted["body"], id: id.to_i, version: wanted["version"])
          end
          app.delete("/api/views/:id") { |id| done Desk::DeleteView.new(clock).call(id.to_i) }
          app.post("/api/views/:id/gone-through") { |id| done Desk::GoThrough.new(clock).call(id.to_i) }
          app.post("/api/views/:id/place") { |id| done Desk::MoveView.new(clock).call(id.to_i, to: given["to"]) }
          app.get("/api/views/:id") { |id| json(Pages::View.new(view(id), rulebook, now).to_h) }
          app.get("/api/views/:id/messages") do |id|
            json(Pages::View.new(view(id), rulebook, now).page(params["offset"].to_i, group: params["group"]&.scrub))
          end
          app.get("/api/views/:id/why") { |id| json(Pages::View.new(view(id), rulebook, now).why(message(params["message"]).id)) }
          app.helpers Helpers
        end

        # What these routes share.
        module Helpers
          def view(id) = rulebook.views.find { _1.id == id.to_i } || halt_problem(404, "That view is not there any more.")
        end
      end
    end
  end
end
