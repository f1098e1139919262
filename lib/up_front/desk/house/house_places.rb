# frozen_string_literal: true

require "digest"

module UpFront
  module Desk
    # How it stands with the places from which house rules come: what was read of each last, what is wrong there and since when, and the
    # edition that waits to hold. Kept apart from the rulebook, since none of it is the person's to take back.
    module HousePlaces
      KEY = "house_places"

      module_function

      # @return [Hash] of a place: "sum" of what was read last, and "read", a mark of the edition that it was; "problem" and
      #   "problem_since"; "next" (an edition) with "holds_at" and "said"; "told" (that an edition holds) with "told_at", until it was
      #   looked at
      def [](place) = all.fetch(place, {})

      # To be called in a transaction. @param stand [Hash, nil] nil where it is followed no more
      def put(place, stand) = Store::Setting[KEY] = all.merge(place => stand&.compact).compact.presence

      # @param document [Hash] of an edition
      def mark(document) = Digest::SHA256.hexdigest(JSON.generate(document))[0, 24]

      def all = Store::Setting[KEY] || {}
    end
  end
end
