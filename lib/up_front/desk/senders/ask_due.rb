# frozen_string_literal: true

module UpFront
  module Desk
    # Sends the requests by one click whose moment has come. One that a stop left under way goes again: to be asked twice is to be asked
    # once.
    class AskDue < Act
      # @param stand_in [Array(String, Integer), nil] see {Post::OneClick}
      # @param client [#call] of a web address; raises {Post::OneClick::Failed}
      def initialize(clock, stand_in: nil, client: Post::OneClick.new(stand_in: stand_in))
        super(clock)
        @client = client
        @stopped = true # until what an earlier run left was looked at
      end

      # @return [Boolean] whether there was anything
      def call
        Store::Unsubscribing.where(state: "sending").update_all(state: "waiting") if @stopped
        @stopped = false
        row = Store::Unsubscribing.due(now).first or return false
        return true unless row.take(%w[waiting], state: "sending")

        ask(row)
        true
      end

      private

      # The world is asked outside of any transaction.
      def ask(row)
        @client.call(row.target)
        over(row, state: "asked", asked_at: now, said: nil)
      rescue Post::OneClick::Failed => failed
        over(row, state: "failed", said: failed.message)
      end

      def over(row, **changes)
        transaction do
          row.update!(**changes)
          event("senders")
        end
      end
    end
  end
end
