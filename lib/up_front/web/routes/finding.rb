# frozen_string_literal: true

module UpFront
  module Web
    module Routes
      # Finding in all mail.
      module Finding
        def self.registered(app)
          app.get("/api/find") { json(searched.to_h(offset: params["offset"].to_i)) }
          app.get("/api/find/facets") { json(searched.facets) }
          app.get("/api/find/hints") { json(hints: Pages::Hints.new(params["text"], rulebook, now).to_a) }
          app.helpers Helpers
        end

        # What these routes share.
        module Helpers
          def searched = Pages::Find.new(params["text"].to_s, params.slice(*Store::Finding::NARROWED), rulebook, now)
        end
      end
    end
  end
end
