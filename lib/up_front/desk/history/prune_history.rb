# frozen_string_literal: true

module UpFront
  module Desk
    # Lets go of what was done, and of what happened, longer ago than the days that are set; never of what the page of what
    # was done still offers to take back.
    class PruneHistory < Act
      KEEP = "history_keep_days"
      DEFAULT = 90
      SHORTEST = 1
      LONGEST = 3_650

      # @return [Integer] days
      def self.keep_days = (Store::Setting[KEEP] || DEFAULT).to_i

      # @return [Integer] how many rows went
      def call = transaction { Store::Pruning.call(now - PruneHistory.keep_days * 86_400) }

      # @param days [Integer] @return [Done] @raise [Impossible]
      def keep(days)
        unless days.is_a?(Integer) && days.between?(SHORTEST, LONGEST)
          raise Impossible.new("Give between #{SHORTEST} and #{LONGEST} days.", pointer: "/keep_days")
        end

        transaction do
          Store::Setting[KEEP] = days
          event("changed", ids: [])
          Done.new(message: "What was done is kept for #{Core::English.count(days, "day")}.")
        end
      end
    end
  end
end
