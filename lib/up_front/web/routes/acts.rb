# frozen_string_literal: true

module UpFront
  module Web
    module Routes
      # What a person does to messages, and taking it back.
      module Acts
        ACTS = {
          "clear" => ->(clock) { Desk::Clear.new(clock) },
          "flag" => ->(clock) { Desk::Flag.new(clock) }, "unflag" => ->(clock) { Desk::Flag.new(clock, on: false) },
          "read" => ->(clock) { Desk::MarkRead.new(clock) }, "unread" => ->(clock) { Desk::MarkRead.new(clock, read: false) },
          "let_in" => ->(clock) { Desk::LetIn.new(clock) }
        }.freeze

        def self.registered(app)
          app.post("/api/acts") do
            wanted = given
            done ACTS.fetch(wanted["act"]).call(clock).call(wanted["messages"])
          end
          app.post("/api/undo/:id") { |id| done Desk::Undo.new(clock).call(id.to_i) }
        end
      end
    end
  end
end
