# frozen_string_literal: true

module UpFront
  module Core
    module Effects
      # That the message need not be read.
      MarkRead = SwitchEffect.new("mark_read", place: 8, title: "read mark", said: ["mark it read", "leave it unread"],
        told: ["marked read", "not marked read"],
        choices: ["marked read", "left unread"], menu: [["is marked read", "seen unread", true]])
    end
  end
end
