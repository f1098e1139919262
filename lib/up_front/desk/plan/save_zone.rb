# frozen_string_literal: true

module UpFront
  module Desk
    # Changes the owner's time zone, for good, or for trips with dates. Windows follow; what is held gets its new moment.
    class SaveZone < ChangeRulebook
      # @param name [String] IANA @param trips [Array<Hash>] time_zone, from, until @return [Done] @raise [Core::Refused]
      def call(name, trips: [])
        transaction do
          document = Store::CurrentRulebook.document
          owner = document["owner"].merge("time_zone" => name).merge(trips.empty? ? {} : {"trips" => trips})
          owner.delete("trips") if trips.empty?
          Core::Rulebook.read(document = document.merge("owner" => owner))
          head = trail(Store::CurrentRulebook.put(document))
          rules_changed("The time zone is #{name}#{", with #{Core::English.count(trips.size, "trip")}" if trips.any?}.",
            {"Rulebook" => [head]})
        end
      end
    end
  end
end
