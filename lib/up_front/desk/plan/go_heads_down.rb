# frozen_string_literal: true

module UpFront
  module Desk
    # "Not now": from now until a moment, what would surface waits for its end, except what breaks through.
    class GoHeadsDown < Act
      LONGEST = 7 * 86_400 # seconds
      SHORTEST = 60

      # @param ending [Time] @param reason [String, nil] the person's own @return [Done] @raise [Impossible]
      def call(ending, reason: nil)
        raise Impossible.new("That is over already; give a later time.", pointer: "/until") if ending < now + SHORTEST
        raise Impossible.new("Heads-down lasts a week at most.", pointer: "/until") if ending > now + LONGEST

        transaction do
          raise Impossible.new("You are heads-down already.", status: 409) if Store::HeadsDown.running(now).exists?

          Store::HeadsDown.create!(starts_at: now, ends_at: ending, reason: reason.to_s.strip.empty? ? nil : reason.strip)
          DecideAnew.new(clock).call
          event("heads_down")
          text = "Heads-down until #{Core::TimeFormat.new(Store::CurrentRulebook.rulebook.zone, now).moment(ending)}."
          final_step(text, "Heads-down is ended where it is begun.")
          Done.new(message: text)
        end
      end
    end
  end
end
