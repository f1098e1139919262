# frozen_string_literal: true

module UpFront
  module Core
    module Effects
      # That the message is owed an answer or an action, so long after it arrived.
      class FollowUpEffect < Effect
        def field = :follow_up_at
        def column = :datetime
        def shown? = true

        def read(value, check, _names)
          check.object(value, required: %w[in]) or return
          check.at("in").duration(value["in"]) if value.key?("in")
          value
        end

        # @return [Duration]
        def meaning(value, _names) = Duration.parse(value["in"])
        def decided(verdict, _surfacing, arrival, zone) = verdict.meaning(topic)&.after(arrival, zone)
        def say(value) = "follow up in #{Duration.say(value["in"])}"
        def written(phrases) = phrases.after("follow up in", phrases.duration) { {"in" => _1} }
        def schema(schemas) = schemas.object({"in" => schemas.ref("duration")}, %w[in])
        def tell(claim, time_format) = claim.follow_up_at ? "follow-up #{time_format.moment(claim.follow_up_at)}" : "no follow-up"
        def editor = {shape: "duration", lead: "it is to be followed up in", label: "Follow up in", key: "in"}
      end

      FollowUp = FollowUpEffect.new("follow_up", place: 10, title: "follow-up",
        menu: [["is to be followed up", "remind answer due task", {"in" => "P2D"}]])
    end
  end
end
