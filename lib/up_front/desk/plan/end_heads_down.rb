# frozen_string_literal: true

module UpFront
  module Desk
    # Ends a heads-down early, the person's own or a planned one: what waited for its end comes in now. A planned one is there again the
    # next time.
    class EndHeadsDown < Act
      # @return [Done] with what came meanwhile @raise [Impossible]
      def call
        transaction do
          running = Store::HeadsDown.running(now).order(:id).to_a
          plan = Store::CurrentRulebook.rulebook.plan
          covering = Store::HeadsDown.of(plan, now).covering(now) or raise Impossible.new("You are not heads-down.", status: 409)
          running.each { _1.update!(ends_at: now, told_at: now) }
          Store::HeadsDown.end_planned(plan, now)
          DecideAnew.new(clock).call
          event("heads_down")
          Done.new(message: HeadsDownSummary.new(covering.begin...now).message)
        end
      end
    end
  end
end
