# frozen_string_literal: true

module UpFront
  module Core
    module Effects
      # An answer made of a template.
      class ReplyEffect < NamingEffect
        def outward? = true
      end

      Reply = ReplyEffect.new("reply", place: 13, kind: :templates, phrase: "reply with", told: "reply ", none: "no reply",
        lead: "it is answered with", label: "Answer",
        menu: [["is answered", "answer template automatic", nil]])
    end
  end
end
