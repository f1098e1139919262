# frozen_string_literal: true

module UpFront
  module Core
    module Effects
      # Whether a message is forwarded as text with its files, and not whole, as an attached message.
      class ForwardInlineEffect < SwitchEffect
        def outward? = true
      end

      ForwardInline = ForwardInlineEffect.new("forward_inline", place: 12, title: "way of forwarding",
        said: ["forward it as text", "forward it whole"], told: ["forwarded as text", "forwarded whole"],
        menu: [["is forwarded as text", "inline forward", true]])
    end
  end
end
