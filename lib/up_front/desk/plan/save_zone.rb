# frozen_string_literal: true

module UpFront
  module Desk
    # Changes the owner's time zone, for good, or for trips with dates. Windows follow; what is held gets its new moment.
    class SaveZone < ChangeRulebook
      # @param name [String] IANA @param trips [Array<Hash>] time_zone, from, until @return [Done] @raise [Core::Refused]
      def call(name, trips: [])
        transaction do
          Core::Rulebook.read(document = SaveZone.document(name, trips))
          head = trail(Store::CurrentRulebook.put(document))
          rules_changed("The time zone is #{name}#{", with #{Core::English.count(trips.size, "trip")}" if trips.any?}.",
            {"Rulebook" => [head]})
        end
      end

      # @return [Hash] the rulebook as it would be
      def self.document(name, trips)
        document = Store::CurrentRulebook.document
        owner = document["owner"].except("trips").merge("time_zone" => name, **(trips.any? ? {"trips" => trips} : {}))
        document.merge("owner" => owner)
      end
    end
  end
end
