# frozen_string_literal: true

module UpFront
  module Web
    module Routes
      # Finding in all mail.
      module Finding
        def self.registered(app)
          app.get("/api/find") do
            json(Pages::Find.new(params["text"].to_s, params.slice(*Pages::Find::NARROWED), rulebook, now, offset: params["offset"].to_i).to_h)
          end
        end
      end
    end
  end
end
