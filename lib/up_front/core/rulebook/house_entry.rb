# frozen_string_literal: true

module UpFront
  module Core
    # An edition that a rulebook follows, with what its owner has chosen of it.
    class HouseEntry
      REQUIRED = %w[place since edition].freeze
      OPTIONAL = %w[on off rules_since].freeze
      MOST = 10 # houses that one follows

      # @!attribute place [String] from where it comes: a file, or an address @!attribute since [Time] when following began
      # @!attribute rules_since [Hash{String=>String}] by folded name, the day since which each rule has held so, YYYY-MM-DD
      attr_reader :place, :since, :edition, :rules_since

      # @param document [Hash] of the rulebook @return [Array<HouseEntry>]
      def self.all(document, check)
        return [] unless document.is_a?(Hash) && document.key?("house")

        places = Set.new
        check = check.at("house")
        entries = check.list(document["house"]) { |item, at| read(item, at, document, places) } || []
        check.refuse("at most #{MOST} of them", found: entries.size.to_s) if entries.size > MOST
        entries
      end

      def self.read(item, check, document, places)
        before = check.faults.size
        check.object(item, required: REQUIRED, optional: OPTIONAL) or return
        place = item.key?("place") && check.at("place").filled(item["place"])
        check.at("place").refuse("a place that no other has", place) if place && !places.add?(place)
        since = item.key?("since") && check.at("since").instant(item["since"])
        chosen = %w[on off].to_h { |key| [key, check.at(key).list(item.fetch(key, [])) { |name, at| at.text(name) }] }
        days = days(item.fetch("rules_since", {}), check.at("rules_since"))
        edition = item.key?("edition") && HouseEdition.read(item["edition"], check.at("edition"), document)
        new(place, since, edition, chosen, days) if check.faults.size == before
      end

      def self.days(given, check)
        return check.refuse("an object", given) unless given.is_a?(Hash)

        given.each { |name, day| check.at(name).date(day) }
      end
      private_class_method :read, :days

      def initialize(place, since, edition, chosen, rules_since)
        @place = place
        @since = since
        @edition = edition
        @on, @off = %w[on off].map { |key| chosen[key].to_set { Text.fold(_1) }.freeze }
        @rules_since = rules_since
        freeze
      end

      # @param body [Hash] of a rule of it @param firmness [String] @return [Boolean] whether it decides here
      def on?(body, firmness)
        return false if body["enabled"] == false

        name = Text.fold(body["name"])
        case firmness
        when HouseMark::FOR_ALL then true
        when "suggested" then !@off.include?(name)
        else @on.include?(name)
        end
      end

      # @return [HouseMark] of a rule of it
      def mark(name, firmness)
        HouseMark.new(publisher: edition.publisher, firmness: firmness, since: rules_since[Text.fold(name)], edition: edition.number,
          place: place, name_there: name).freeze
      end
    end
  end
end
