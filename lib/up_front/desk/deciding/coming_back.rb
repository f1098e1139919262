# frozen_string_literal: true

module UpFront
  module Desk
    # When what was put off comes back: at the moment for which it is wanted, or at the end of a heads-down that runs then. What
    # breaks through as it arrives does so as it comes back.
    class ComingBack
      # @param states [Array<Store::State>] @param heads_down [Core::HeadsDown]
      def initialize(states, heads_down)
        @heads_down = heads_down
        @alerts = Store::Claim.where(message_id: states.map(&:message_id)).pluck(:message_id, :alert).to_h
      end

      # @return [Time]
      def call(state, wanted_at) = @alerts[state.message_id]&.fetch("break_through", false) ? wanted_at : @heads_down.after(wanted_at)
    end
  end
end
