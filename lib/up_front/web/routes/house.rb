# frozen_string_literal: true

module UpFront
  module Web
    module Routes
      # The rules of the office: following them, what a new edition changes, and publishing one's own.
      module House
        def self.registered(app)
          app.get("/api/house") { json(Pages::House.new(rulebook, now).to_h) }
          app.post("/api/house/preview") do
            json(Pages::House.new(rulebook, now).coming(Desk::FollowHouse.new(clock).preview(given["place"])))
          end
          app.post("/api/house") { done Desk::FollowHouse.new(clock).call(given["place"]) }
          app.delete("/api/house") { done Desk::FollowHouse.new(clock).stop(params["place"]) }
          app.get("/api/house/waiting") { json(Pages::House.new(rulebook, now).coming(waiting(params["place"]))) }
          app.post("/api/house/take") { done Desk::FollowHouse.new(clock).take(given["place"]) }
          app.post("/api/house/look") { done Desk::LookAtHouses.new(clock).again(given["place"]) }
          app.post("/api/house/seen") { json(message: "Seen.") if Desk::FollowHouse.new(clock).seen.nil? }
          app.put("/api/house/rules/:id") { |id| done Desk::FollowHouse.new(clock).switch(id.to_i, given["on"]) }
          app.post("/api/house/rules/:id/note") do |id|
            act = Desk::WriteToPublisher.new(clock).call(id.to_i, given["text"], given["way"])
            draft = act.result.is_a?(Store::Draft)
            json({message: act.message, **(draft ? {draft: act.result.id} : {file: act.result})})
          end
          publishing(app)
          app.helpers Helpers
        end

        def self.publishing(app)
          app.get("/api/house/publishing") { json(Pages::Publishing.new(rulebook, now).to_h) }
          app.post("/api/house/publishing/preview") do
            json(Pages::Publishing.new(rulebook, now).shown(Desk::PublishRules.new(clock).preview(given)))
          end
          app.post("/api/house/publishing") do
            act = Desk::PublishRules.new(clock).call(given)
            json(message: act.message, text: act.result, checksum: Desk::PublishRules.checksum(act.result, "house-rules.json"))
          end
        end
        private_class_method :publishing

        # What these routes share.
        module Helpers
          # @return [Desk::ComingEdition] @raise [Desk::Act::Impossible]
          def waiting(place)
            document = Desk::HousePlaces[place]["next"] if Desk::ChangeHouse.entry(place)
            raise Desk::Act::Impossible.new("No new edition waits there.", status: 404) unless document

            Desk::ComingEdition.new(place, Core::HouseEdition.read(document, Core::Check.new), now)
          end
        end
        private_constant :Helpers
      end
    end
  end
end
