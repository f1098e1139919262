# frozen_string_literal: true

module UpFront
  module Web
    module Routes
      # What rules that ask first propose, and what is answered.
      module Proposals
        def self.registered(app)
          app.get("/api/proposals") { json(Pages::Proposals.new(rulebook, now).to_h) }
          app.put("/api/proposals") { done Desk::KeepProposals.new(clock).call(given["days"]) }
          app.post("/api/proposals/:id") do |id|
            wanted = given
            next done(Desk::LeaveProposals.new(clock).call(id.to_i, wanted["messages"])) if wanted["answer"] == "leave"

            act = Desk::DoProposals.new(clock, id.to_i)
            begun Desk::DoLarge.new(clock).begin("propose", act.kept.slice("rule", "version"), wanted["messages"])
          end
          app.get("/api/learned") { json(Pages::Learned.new(rulebook, now).to_h) }
          app.post("/api/learned/:key/not") { |key| done Desk::NoRuleFor.new(clock).call(key, sender: given["sender"] == true) }
          app.get("/api/proposals/:id/never") { |id| json(Pages::Proposals.new(rulebook, now).never(id.to_i, params["message"].to_i)) }
          app.post("/api/proposals/:id/never") { |id| done Desk::NeverForSender.new(clock).call(id.to_i, given["message"]) }
        end
      end
    end
  end
end
