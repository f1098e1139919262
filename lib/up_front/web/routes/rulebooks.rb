# frozen_string_literal: true

module UpFront
  module Web
    module Routes
      # Groups, labels and inks; the rulebook as a file, out and in.
      module Rulebooks
        def self.registered(app)
          app.get("/api/things") { json(Pages::Things.new(rulebook, now).to_h) }
          app.put("/api/things/:kind") do |kind|
            wanted = given
            done Desk::SaveThing.new(clock).call(kind, wanted["thing"], was: wanted["was"])
          end
          app.delete("/api/things/:kind") { |kind| done Desk::DeleteThing.new(clock).call(kind, params["name"]) }
          app.post("/api/contact-cards") do
            cards = Post::ContactCards.found(request.body.read(Post::ContactCards::MAX_BYTES + 1).to_s)
            json(people: cards[:people].map(&:to_h), without: cards[:without])
          end
          app.post("/api/held-preview") do
            other = Store::CurrentRulebook.other(changed(given))
            json(held: Desk::HeldPreview.new(other, now).held.to_s, turned: Pages::Promises.new(rulebook, now).turned(other))
          end
          app.get("/api/rulebook") do
            headers "content-disposition" => "attachment; filename=\"up-front-rulebook.json\""
            content_type :json
            document = excerpt(params["rules"])
            JSON.pretty_generate(flag?("examples", otherwise: true) ? document : document.except("examples"))
          end
          app.get("/api/rulebook/personal") { json(said: Pages::Personal.new(rulebook).to_s) }
          app.get("/api/rulebook/filter") { json(Pages::Filter.new(rulebook, now, close: flag?("close"), away: flag?("away")).to_h) }
          app.post("/api/rulebook/preview") do
            coming = coming(given)
            changes = Desk::ImportRulebook.new(clock).preview(coming.document)
            json(changes: changes.map { {act: _1.act, what: _1.what} }, clashes: coming.clashes.map { clash(_1) },
              lacks: coming.lacks.map { lack(_1) }, renamed: coming.renamed.map { renamed(_1) }, held: held_by(coming.document))
          end
          app.post("/api/rulebook") { done Desk::ImportRulebook.new(clock).call(coming(given).document) }
          app.helpers Helpers
        end

        # What these routes share.
        module Helpers
          def excerpt(ids)
            document = Store::CurrentRulebook.document
            return document unless ids

            Core::RulebookExcerpt.of(document, Store::Rule.in_order.where(id: ids.split(",").map(&:to_i)).map(&:name))
          end

          # @param wanted [Hash] zone, thing or calendar: what would be saved @return [Hash] the rulebook as it would be
          def changed(wanted)
            kind, of = wanted.first
            case kind
            when "zone" then Desk::SaveZone.document(of["time_zone"], of["trips"])
            when "thing" then Desk::SaveThing.document(of["kind"], of["thing"], was: of["was"])
            when "calendar" then Desk::FollowCalendar.new(clock).document(of["path"], heads_down: of["heads_down"] || "none")
            end
          end

          # @return [Core::RulebookComing] @raise [Core::Refused] with every fault of the file
          def coming(wanted)
            own = Store::CurrentRulebook.document
            Core::RulebookComing.new(wanted["text"], own: own || {}, add: !own.nil? && wanted["way"] == "add",
              choices: wanted["choices"] || {})
          end

          def lack(lack)
            {key: lack.key, kind: Core::FaultWords::KINDS.fetch(lack.kind), name: lack.name,
             users: Core::English.join(lack.users, "and"), choices: lack.choices}
          end

          def renamed(renamed) = {kind: renamed.kind.delete_suffix("s"), was: renamed.was, name: renamed.name}

          def clash(clash)
            {key: clash.key, kind: Core::RulebookMerge::KINDS.fetch(clash.kind), name: clash.name, mine: shown(clash.kind, clash.mine),
             theirs: shown(clash.kind, clash.theirs)}
          end

          def shown(kind, thing)
            return thing["members"].join(", ") if kind == "groups"
            return thing.except("name").map { |key, value| "#{key} #{value}" }.join(", ") unless kind == "rules"

            rule = Core::Rule.read(thing, Core::Check.new, rulebook.names)
            rule ? Core::Sentence.rule(rule) : JSON.generate(thing["when"])[0, 200]
          end

          # @return [String] what it would do to held mail
          def held_by(document)
            Desk::HeldPreview.under(document, now).to_s
          end
        end
      end
    end
  end
end
