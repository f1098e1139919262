# frozen_string_literal: true

module UpFront
  module Desk
    # Puts the edition that waits in the place of the one that is followed.
    class TakeEdition < ChangeHouse
      # To be called in a transaction. @param waiting [Hash] the edition @param told [Boolean] whether it is still to be told that it holds
      # @return [Done] @raise [Core::Refused]
      def call(place, waiting, told:)
        check = Core::Check.new
        edition = Core::HouseEdition.read(waiting, check) or raise Core::Refused, check.faults
        coming = ComingEdition.new(place, edition, now)
        said = "Edition #{edition.number} of the house rules of #{edition.publisher} holds: #{coming.difference.said}."
        stand = HousePlaces[place].except("next", "holds_at", "said")
        HousePlaces.put(place, told ? stand.merge("told" => said, "told_at" => now.getutc.iso8601) : stand)
        put(coming.entries, said)
      end
    end
  end
end
