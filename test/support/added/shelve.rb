# frozen_string_literal: true

module UpFront
  module Core
    module Effects
      # One effect, for a test that an effect is one file.
      Shelve = SwitchEffect.new("shelve", place: 20, said: ["shelve it", "do not shelve it"], told: ["shelved", "not shelved"],
        menu: [["is shelved", "rack", true]])
    end
  end
end
