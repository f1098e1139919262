# frozen_string_literal: true

module UpFront
  module Desk
    # Ends a heads-down early: what waited for its end comes in now.
    class EndHeadsDown < Act
      # @return [Done] with what came meanwhile @raise [Impossible]
      def call
        transaction do
          running = Store::HeadsDown.running(now).order(:id).last or raise Impossible.new("You are not heads-down.", status: 409)
          running.update!(ends_at: now, told_at: now)
          DecideAnew.new(clock).call
          event("heads_down")
          Done.new(message: HeadsDownSummary.new(running).message)
        end
      end
    end
  end
end
