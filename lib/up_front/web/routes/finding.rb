# frozen_string_literal: true

module UpFront
  module Web
    module Routes
      # Finding in all mail.
      module Finding
        def self.registered(app)
          app.get("/api/find") { json(searched.to_h(offset: params["offset"].to_i)) }
          app.get("/api/find/facets") { json(searched.facets(all: flag?("all"))) }
          app.get("/api/find/hints") { json(hints: Pages::Hints.new(typed["text"], rulebook, now).to_a) }
          app.helpers Helpers
        end

        # What these routes share.
        module Helpers
          def searched
            Pages::Find.new(typed["text"].to_s, typed.slice(*Core::Narrowing::KEYS), rulebook, now, newest: params["order"] == "newest")
          end

          # What was typed, with bytes that are no text as a sign that is none of anybody's words.
          def typed = params.slice("text", *Core::Narrowing::KEYS).transform_values { _1.to_s.scrub }
        end
      end
    end
  end
end
