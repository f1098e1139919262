# frozen_string_literal: true

module UpFront
  module Web
    module Routes
      # The rules, and counting what a condition holds for.
      module Rules
        def self.registered(app)
          app.get("/api/rules") { json(Pages::Rules.new(rulebook).to_h) }
          app.get("/api/vocabulary") { json(Pages::Vocabulary.new(rulebook).to_h) }
          app.post("/api/rules") do
            rulebook
            saved Desk::SaveRule.new(clock).call(given["body"]), status: 201
          end
          app.put("/api/rules/:id") do |id|
            wanted = given
            saved Desk::SaveRule.new(clock).call(wanted["body"], id: id.to_i, version: wanted["version"])
          end
          app.delete("/api/rules/:id") { |id| done Desk::DeleteRule.new(clock).call(id.to_i) }
          app.post("/api/rules/:id/place") { |id| done Desk::MoveRule.new(clock).call(id.to_i, to: given["to"]) }
          app.post("/api/counts") do
            check = Core::Check.new
            nodes = given["conditions"].each_with_index.map { |condition, index| Core::Condition.read(condition, check.at("conditions").at(index), rulebook.names) }
            raise Core::Refused, check.faults if check.faults.any?

            json(counts: nodes.map { Store::SQLReader.messages(_1).count }, all: Store::Message.count)
          end

          app.helpers Helpers
        end

        # What these routes share.
        module Helpers
          def saved(act, status: 200)
            json({words: act.words, undo_id: act.undo_id, rule: Pages::Rules.new(Store::Shelf.rulebook).show(act.result)}, status: status)
          end
        end
      end
    end
  end
end
