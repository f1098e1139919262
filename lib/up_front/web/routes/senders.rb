# frozen_string_literal: true

module UpFront
  module Web
    module Routes
      # Who writes: their figures, what is wanted of their mail, and asking them to send no more.
      module Senders
        QUESTION = %w[text kinds which rule order falling].freeze

        def self.registered(app)
          app.get("/api/senders") { json(Pages::Senders.new(params["by"], rulebook, now).to_h(params.slice(*QUESTION), params["offset"].to_i)) }
          app.get("/api/senders/one") { json(Pages::Sender.new(params["by"], params["key"], rulebook, now).whole || nobody) }
          app.get("/api/senders/blocked") { json(Pages::Blocked.new(rulebook, now).to_h) }
          app.get("/api/senders/asked") { json(asked: Pages::AskedToStop.new(rulebook, now).to_a) }
          choices(app)
          asking(app)
          app.helpers Helpers
        end

        def self.choices(app)
          app.post("/api/senders/choices/preview") do
            wanted = given
            json(Pages::ChoicePreview.new(wanted["by"], keys(wanted), wanted["choice"], rulebook, now, name: wanted["name"].to_s).to_h)
          end
          app.post("/api/senders/choices") do
            wanted = given
            done Desk::ChooseSenders.new(clock).call(wanted["by"], keys(wanted), wanted["choice"])
          end
          app.post("/api/senders/group") do
            wanted = given
            done Desk::GroupSenders.new(clock).call(wanted["by"], keys(wanted), wanted["group"])
          end
          app.post("/api/senders/view") do
            wanted = given
            done Desk::ViewSenders.new(clock).call(wanted["by"], keys(wanted), wanted["name"])
          end
        end

        def self.asking(app)
          app.post("/api/senders/asking/preview") do
            wanted = given
            json(asked: Pages::AskingPreview.rows(Desk::AskToStop.ways(wanted["by"], keys(wanted), now)))
          end
          app.post("/api/senders/asking") do
            wanted = given
            done Desk::AskToStop.new(clock).call(wanted["by"], keys(wanted))
          end
          app.delete("/api/senders/asking/:id") { |id| done Desk::AskToStop.new(clock).take_back(id.to_i) }
        end
        private_class_method :choices, :asking

        # What these routes share.
        module Helpers
          MOST_CHOSEN = 5_000 # as many as a list of the rulebook takes

          # @return [Array<String>] those that were named, or all that a question finds
          def keys(wanted)
            keys = wanted["keys"] || Pages::Senders.new(wanted["by"], rulebook, now).of(wanted["question"] || {}).map(&:key)
            halt_problem 422, "Choose somebody first." if keys.empty?
            halt_problem 422, "Those are #{keys.size} senders; a list takes #{MOST_CHOSEN}. Narrow them first." if keys.size > MOST_CHOSEN

            keys
          end

          def nobody = halt_problem(404, "Nothing has come from them in the last #{Core::Sender::DAYS.last} days.")
        end
      end
    end
  end
end
