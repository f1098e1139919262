# frozen_string_literal: true

module UpFront
  module Desk
    # After how many days a proposal that nobody answers goes by itself. One that had gone comes back where they become more.
    class KeepProposals < Act
      SHORTEST = 1
      LONGEST = 365

      # @param days [Integer] @return [Done] @raise [Impossible]
      def call(days)
        unless days.is_a?(Integer) && days.between?(SHORTEST, LONGEST)
          raise Impossible.new("Give between #{SHORTEST} and #{LONGEST} days.", pointer: "/days")
        end

        transaction do
          Store::Setting[Proposals::KEEP] = days
          event("proposals")
          Done.new(message: "A question that you do not answer goes after #{Core::English.count(days, "day")}.")
        end
      end
    end
  end
end
