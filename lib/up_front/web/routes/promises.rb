# frozen_string_literal: true

module UpFront
  module Web
    module Routes
      # What must hold of the rulebook: promises, and examples that are kept.
      module Promises
        def self.registered(app)
          app.get("/api/promises") { json(Pages::Promises.new(rulebook, now).to_h) }
          app.post("/api/promises/try") do
            wanted = given
            json(Pages::Promises.new(rulebook, now).try(wanted["body"], was: wanted["was"]))
          end
          app.get("/api/promises/mends") { json(Pages::Promises.new(rulebook, now).mends(params["name"])) }
          app.put("/api/kept/:kind") do |kind|
            wanted = given
            done Desk::SaveKept.new(clock, kind).call(wanted["body"], was: wanted["was"])
          end
          app.delete("/api/kept/:kind") { |kind| done Desk::SaveKept.new(clock, kind).delete(params["name"]) }
          app.get("/api/examples") do
            rule = rulebook.rules.find { _1.id == params["rule"].to_i } or halt_problem(404, "That rule is not there any more.")
            json(examples: Pages::Promises.new(rulebook, now).examples(rule))
          end
          app.post("/api/examples") do
            wanted = given
            done Desk::KeepExample.new(clock).call(wanted["message"], wanted["shall"], name: wanted["name"])
          end
        end
      end
    end
  end
end
