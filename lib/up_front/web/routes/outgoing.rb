# frozen_string_literal: true

module UpFront
  module Web
    module Routes
      # What goes out: what is being written, the outbox, and by which servers.
      module Outgoing
        def self.registered(app)
          app.get("/api/outbox") { json(Pages::Outbox.new(rulebook, now).to_h) }
          app.post("/api/outbox/:id/:act") do |id, act|
            change = Desk::ChangeOutgoing.new(clock)
            sent = (act == "now") ? change.now!(id.to_i) : change.public_send(act, id.to_i)
            json(message: sent.message, draft: sent.result&.id)
          end
          drafts(app)
          servers(app)
          by_rules(app)
          app.helpers Helpers
        end

        def self.drafts(app)
          app.post("/api/drafts") do
            wanted = given
            draft(Desk::ChangeDraft.new(clock).begin(wanted["kind"], id: wanted["message"], account_id: wanted["account"]).result,
              status: 201)
          end
          app.get("/api/drafts/:id") { |id| draft(standing(id)) }
          app.put("/api/drafts/:id") do |id|
            wanted = given
            draft(Desk::ChangeDraft.new(clock).keep(id.to_i, wanted["body"], wanted["version"]).result)
          end
          app.put("/api/drafts/:id/expect") { |id| draft(Desk::ChangeDraft.new(clock).expect(id.to_i, expected(given["by"])).result) }
          app.delete("/api/drafts/:id") { |id| done Desk::ChangeDraft.new(clock).drop(id.to_i) }
          app.post("/api/drafts/:id/files") do |id|
            type = params["type"].to_s
            content = request.body.read(Desk::ChangeDraft::MOST_BYTES + 1).to_s.b
            done Desk::ChangeDraft.new(clock).add_file(id.to_i, params["name"], type.empty? ? "application/octet-stream" : type, content)
          end
          app.delete("/api/drafts/:id/files/:file") { |id, file| done Desk::ChangeDraft.new(clock).remove_file(id.to_i, file.to_i) }
          app.post("/api/drafts/:id/template") do |id|
            wanted = given
            json(Pages::FilledTemplate.new(standing(id), rulebook, now).of(wanted["name"], wanted["values"] || {}))
          end
          app.post("/api/drafts/:id/send") do |id|
            wanted = given
            sent = Desk::SendDraft.new(clock).call(id.to_i, version: wanted["version"], at: goes_at(wanted), clear: wanted["clear"] == true,
              expect: expected(wanted["expect"]))
            json(message: sent.message, undo_id: sent.undo_id, outgoing: sent.result.id)
          end
        end

        def self.servers(app)
          app.get("/api/mail-out") { json(Pages::MailOut.new.to_h) }
          app.put("/api/mail-out/seconds") { done Desk::SaveMailServer.new(clock).wait(given["seconds"]) }
          app.put("/api/mail-out/:account") { |account| done Desk::SaveMailServer.new(clock).call(account.to_i, given) }
          app.post("/api/mail-out/:account/try") do |account|
            can = Desk::SaveMailServer.new(clock).try(account.to_i, given)
            json(message: "The server answers, and takes mail from you.", can: can)
          end
        end

        def self.by_rules(app)
          app.get("/api/by-rules") { json(Pages::ByRules.new(rulebook, now).to_h) }
          app.put("/api/forwarding") { done Desk::ProveAddress.new(clock).ask(given["address"]) }
          app.post("/api/forwarding/enter") { given.then { done Desk::ProveAddress.new(clock).enter(_1["address"], _1["code"]) } }
          app.delete("/api/forwarding") { done Desk::ProveAddress.new(clock).remove(params["address"]) }
          app.put("/api/brake") { done Desk::SetBrake.new(clock).call(given) }
          app.delete("/api/stopped-rules/:id") { |id| done Desk::StoppedRules.new(clock).let(id.to_i) }
          app.put("/api/away") { done Desk::GiveAway.new(clock).call(notice(given)) }
          app.delete("/api/away") { done Desk::GiveAway.new(clock).end_now }
          app.post("/api/away/preview") { json(said: Pages::ByRules.new(rulebook, now).preview(notice(given))) }
        end
        private_class_method :drafts, :servers, :by_rules

        # What these routes share.
        module Helpers
          def standing(id)
            Store::Draft.find_by(id: id,
              dropped_at: nil) || halt_problem(404, "That is not being written any more: it was sent, or dropped.")
          end

          def draft(draft, status: 200) = json(Pages::Outbox.draft(draft, rulebook), status: status)

          # @return [Hash] with its moments as times
          def notice(wanted) = wanted.merge(%w[from until].to_h { |key| [key, wanted[key] && moment(wanted[key])] })

          # @return [Time, nil] nil: after the usual while
          def goes_at(wanted)
            return moment(wanted["at"]) if wanted["at"]
            return now if wanted["now"]
            return unless wanted["next_round"]

            rulebook.plan.next_stop(now)&.at || halt_problem(422, "No round is to come.")
          end
        end
      end
    end
  end
end
