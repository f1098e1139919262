# frozen_string_literal: true

module UpFront
  module Core
    module Effects
      # Stays first in its band until it is cleared.
      class KeepAtTopEffect < SwitchEffect
        def shown? = true
      end

      KeepAtTop = KeepAtTopEffect.new("keep_at_top", place: 6, title: "kept at top", said: ["keep at top", "do not keep at top"],
        told: ["kept at top", "not kept at top"],
        menu: [["is kept at top", "pin stays first", true]])
    end
  end
end
