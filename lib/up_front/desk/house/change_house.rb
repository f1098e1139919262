# frozen_string_literal: true

module UpFront
  module Desk
    # The base of acts on the house rules that are followed. They stand in the rulebook's head, under "house".
    class ChangeHouse < ChangeRulebook
      # @return [Array<Hash>] in the file's shape
      def self.entries = Store::Rulebook.first&.document.to_h.fetch("house", [])

      # @param entries [Array<Hash>] in place of those that are followed @return [Hash] the rulebook as it would be, in the file's shape
      def self.document(entries)
        document = Store::CurrentRulebook.document
        kept(document, entries.empty? ? document.except("house") : document.merge("house" => entries))
      end

      # What one's own rules, views and so on name of the office's, and what goes with it, becomes one's own.
      def self.kept(before, after)
        former, coming = [before, after].map { Core::HouseParts.of(_1) }
        bodies = ["rules", "views", *Core::References::KEPT].flat_map { before.fetch(_1, []) }
        Core::HouseEdition::THINGS.reduce(after) do |document, kind|
          named = bodies.flat_map { Core::References.of(_1)[kind] }.to_set { Core::Text.fold(_1) }
          here = (document.fetch(kind, []) + coming.things(kind)).to_set { Core::Text.fold(_1["name"]) }
          lost = former.things(kind).select { named.include?(Core::Text.fold(_1["name"])) && !here.include?(Core::Text.fold(_1["name"])) }
          lost.empty? ? document : document.merge(kind => document.fetch(kind, []) + lost)
        end
      end
      private_class_method :kept

      # @param place [String] @return [Hash, nil]
      def self.entry(place) = entries.find { _1["place"] == place }

      private

      # To be called in a transaction. @return [Done] @raise [Core::Refused, Turning::Asks]
      def put(entries, text)
        document = ChangeHouse.document(entries)
        Core::Rulebook.read(document)
        done = rules_changed(text, {"Rulebook" => [put_head(document)]})
        event("house")
        done
      end

      # @return [Array<Hash>] with the entry of its place put in
      def with(entry) = ChangeHouse.entries.map { (_1["place"] == entry["place"]) ? entry : _1 }

      # @return [Hash] @raise [Impossible]
      def followed(place) = ChangeHouse.entry(place) || raise(Impossible.gone("publisher"))
    end
  end
end
