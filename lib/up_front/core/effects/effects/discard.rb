# frozen_string_literal: true

module UpFront
  module Core
    module Effects
      # Out of every view but Discarded.
      Discard = SwitchEffect.new("discard", place: 9, title: "discarded", said: ["discard it", "do not discard it"],
        told: ["discarded", "not discarded"],
        choices: ["discarded: out of every view, recoverable", "not discarded"],
        menu: [["is discarded", "delete remove throw away bin", true]])
    end
  end
end
