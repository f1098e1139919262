# frozen_string_literal: true

module UpFront
  module Core
    module Effects
      # The style in which every list shows the message.
      Ink = NamingEffect.new("ink", place: 3, kind: :inks, shown: true, phrase: "ink", none: "no ink", lead: "it is shown in the ink",
        label: "Ink",
        menu: [["is shown in an ink", "highlight colour mark bold stand out", nil]])
    end
  end
end
