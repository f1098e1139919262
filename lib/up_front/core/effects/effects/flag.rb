# frozen_string_literal: true

module UpFront
  module Core
    module Effects
      # A mark of the person's own, set for them.
      Flag = SwitchEffect.new("flag", place: 7, said: ["flag it", "do not flag it"], told: ["flagged", "not flagged"],
        menu: [["is flagged", "flag mark star", true]])
    end
  end
end
