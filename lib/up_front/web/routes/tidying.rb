# frozen_string_literal: true

module UpFront
  module Web
    module Routes
      # One thing done to all that a view holds or a search finds; and discarded mail.
      module Tidying
        SHOWN = 5

        def self.registered(app)
          app.post("/api/tidy") { tidy(given) }
          app.get("/api/discarded") { json(count: Store::State.discarded.count, keep_days: Desk::EmptyDiscarded.keep_days) }
          app.put("/api/discarded") { done Desk::KeepDiscarded.new(clock).call(given["keep_days"]) }
          app.post("/api/jobs/:id/stop") { |id| done Desk::DoLarge.new(clock).stop(id.to_i) }
          app.delete("/api/discarded") { done Desk::EmptyDiscarded.new(clock).call }
          app.helpers Helpers
        end

        # What these routes share.
        module Helpers
          # All of it, not what a page shows; first told, then done.
          def tidy(wanted)
            before = wanted["before"]&.then { |date| rulebook.zone.instant(Date.iso8601(date), 0) }
            ids = Store::BulkSelection.ids(to_tidy(wanted), before: before, all_but_newest: wanted["all_but_newest"] == true)
            return preview_tidy(wanted, ids) if wanted["preview"]

            begun Desk::DoLarge.new(clock).begin(*tidying(wanted), ids)
          rescue Date::Error
            halt_problem 400, "The date is none.", errors: [{pointer: "/before", expected: "a date as 2027-03-09"}]
          end

          # How many it would change, of how many; those that are so already stay as they are.
          def preview_tidy(wanted, ids)
            said = wanted["label"] || wanted["routine"] || (wanted["act"] && (wanted["act"] != "bring_back" || wanted["until"]))
            changing = said ? Desk::LargeActs.of(clock, *tidying(wanted)).changing_ids(ids) : ids
            json(total: changing.size, of: ids.size, running: false, messages: tidy_rows(changing))
          end

          def to_tidy(wanted)
            return Store::ViewQuery.new(view(wanted["view"]), now, rulebook.zone).states if wanted["view"]

            sought = wanted["find"] || {}
            Pages::Find.new(sought["text"].to_s, sought.slice(*Core::Narrowing::KEYS), rulebook, now).finding&.states ||
              Store::State.none
          end

          # @return [Array(String, Hash)] the kind of {Desk::LargeActs}, and what is kept of it
          def tidying(wanted)
            return ["label", wanted.slice("label")] if wanted["label"]
            return ["routine", {"routine" => routine(wanted["routine"]).to_h}] if wanted["routine"]
            return ["bring_back", {"until" => moment(wanted["until"].to_s).iso8601(6)}] if wanted["act"] == "bring_back"

            halt_problem 400, "Say what to do with them.", errors: [{pointer: "/act", expected: "an act"}] unless wanted["act"]
            [wanted["act"], {}]
          end

          def tidy_rows(ids)
            states = Store::State.where(message_id: ids.first(SHOWN)).index_by(&:message_id)
            Pages::Row.of(ids.first(SHOWN).map { states.fetch(_1) }, rulebook, now).map(&:to_h)
          end
        end
      end
    end
  end
end
