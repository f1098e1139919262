# frozen_string_literal: true

module UpFront
  module Core
    module Effects
      # How the message alerts, if it does.
      Alert = AlertEffect.new("alert", place: 2, menu: [
        ["raises a tap", "alert banner notify tell", {"level" => "tap"}],
        ["raises a chime", "alert sound bell notify ring", {"level" => "chime"}],
        ["raises a call-out", "alert loud notify big stays", {"level" => "call_out"}],
        ["raises no alert", "silent quiet mute", "none"]
      ])
    end
  end
end
