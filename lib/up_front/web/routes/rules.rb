# frozen_string_literal: true

module UpFront
  module Web
    module Routes
      # The rules: their order, their text, trying them, what a change would do, and their history.
      module Rules
        def self.registered(app)
          app.get("/api/rules") { json(Pages::Rules.new(rulebook, now).to_h) }
          app.get("/api/vocabulary") { json(Pages::Vocabulary.new(rulebook).to_h) }
          app.get("/api/completions") { json(values: Pages::Completions.new(params["fact"], params["typed"].to_s, rulebook).to_a) }
          change(app)
          try(app)
          past(app)
          check_up(app)
          app.helpers Helpers
        end

        def self.change(app)
          app.post("/api/rules") do
            wanted = given
            saved Desk::SaveRule.new(clock).call(wanted["body"], place: wanted["place"] || :first), status: 201
          end
          app.put("/api/rules/:id") do |id|
            wanted = given
            saved Desk::SaveRule.new(clock).call(wanted["body"], id: id.to_i, version: wanted["version"])
          end
          app.post("/api/rules/acts") { given.then { |wanted| done Desk::ChangeRules.new(clock).call(wanted["rules"], wanted["act"]) } }
          app.post("/api/rules/acts/preview") do
            wanted = given
            json(Pages::RuleChange.new(rulebook, now, ids: wanted["rules"], act: wanted["act"]).to_h)
          end
          app.post("/api/rules/pause") do
            done Desk::PauseRules.new(clock).call(given["until"]&.then { moment(_1) })
          end
          app.delete("/api/rules/pause") { done Desk::PauseRules.new(clock).resume }
          app.delete("/api/rules/:id") { |id| done Desk::DeleteRule.new(clock).call(id.to_i) }
          app.post("/api/rules/:id/mend") { |id| done Desk::MendRule.new(clock).call(id.to_i, given["act"]) }
          app.post("/api/rules/:id/copy") { |id| saved Desk::CopyRule.new(clock).call(id.to_i), status: 201 }
          app.post("/api/rules/:id/place") { |id| done Desk::MoveRule.new(clock).call(id.to_i, to: given["to"]) }
        end

        def self.try(app)
          app.post("/api/rules/dry-run") do
            wanted = given
            json(Pages::TryRule.new(wanted["body"], rulebook, now, days: wanted["days"] || 30, id: wanted["id"], place: wanted["place"],
              message: wanted["message"], made: wanted["made"], without: wanted["without"] == true).to_h)
          end
          app.post("/api/rules/:id/preview") do |id|
            wanted = given
            json(Pages::RuleChange.new(rulebook, now, ids: [id.to_i], act: wanted["act"], to: wanted["to"]).to_h)
          end
          app.post("/api/language/parse") { parsed(given["text"], given["of"] || "rule") }
          app.get("/api/starting-rules") { json(Pages::StartingRules.to_h) }
          app.post("/api/starting-rules/:key") do |key|
            start = Core::StartingRules.find(key) || halt_problem(404, "There is no such starting point.")
            json(Pages::StartingRules.answered(start, given["answers"], rulebook, now))
          end
        end

        def self.past(app)
          app.get("/api/rules/:id/history") { |id| json(Pages::History.new(rulebook, now).of_rule(id.to_i)) }
          app.put("/api/history") { done Desk::PruneHistory.new(clock).keep(given["keep_days"]) }
          app.get("/api/history") { json(Pages::History.new(rulebook, now).to_h) }
          app.get("/api/rules/:id/apply") { |id| json(Pages::ApplyRule.new(apply_rule(id, params["days"]).preview, rulebook, now).to_h) }
          app.post("/api/rules/:id/apply") do |id|
            wanted = given
            apply(apply_rule(id, wanted["days"], topics: wanted["topics"]), wanted)
          end
        end

        def self.check_up(app)
          app.get("/api/check-up") { json(Pages::CheckUp.new(rulebook, now).to_h) }
          app.post("/api/replay") do
            wanted = given
            asker = Asker.new(env["puma.socket"])
            json(Pages::Replay.new(rulebook, now, wanted.values_at("a", "b"), days: wanted["days"], day: wanted["day"],
              wanted: -> { !asker.gone? }).to_h)
          end
          app.post("/api/replay/whys") do
            wanted = given
            json(Pages::BothWhys.new(rulebook, now, wanted.values_at("a", "b"), wanted["message"]).to_h)
          end
          app.post("/api/check-up/:key/left-alone") { |key| done Desk::LeaveAlone.new(clock).call(key, given["reason"]) }
          app.delete("/api/check-up/:key/left-alone") { |key| done Desk::LeaveAlone.new(clock).look_again(key) }
        end
        private_class_method :change, :try, :past, :check_up

        # What these routes share.
        module Helpers
          def saved(act, status: 200)
            json({message: act.message, undo_id: act.undo_id, rule: Pages::Rules.new(Store::CurrentRulebook.rulebook, now)
              .show(act.result)}, status: status)
          end

          def parsed(text, of)
            body = Core::Language.hear_one(text, of)
            slip = Core::Language::Slips.of(text, body, known_names, of: of)
            return json(body: body) unless slip

            json(body: body, misread: {**slip.to_h, line: text[0, slip.from].count("\n") + 1, repairs: slip.repairs.map(&:to_h)})
          rescue Core::Language::Misread => misread
            repairs = Core::Language.repairs(text, misread, of: of)
            json(misread: {message: misread.told(nearest: repairs.empty?), from: misread.place.from, length: misread.place.length,
                           line: misread.place.line, nearest: misread.nearest, repairs: repairs.map(&:to_h)})
          end

          # @return [Hash{String=>Array<String>}] by kind, what rules may name
          def known_names
            Core::HouseEdition::THINGS.to_h { |kind| [kind, rulebook.things(kind).map { _1["name"] }] }
              .merge("rounds" => rulebook.plan.rounds.map(&:name), "windows" => rulebook.plan.windows.map(&:name))
          end

          def apply_rule(id, days, **only) = Desk::ApplyRule.new(clock, id.to_i, days: days&.to_i, **only)

          def apply(act, wanted)
            ids = act.changing_ids(wanted["messages"])
            begun Desk::DoLarge.new(clock).begin("apply", act.kept, ids)
          end
        end
      end
    end
  end
end
