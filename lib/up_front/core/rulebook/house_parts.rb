# frozen_string_literal: true

module UpFront
  module Core
    # What the editions that a rulebook follows bring into it. Labels and inks of a name that is there already look as they look there;
    # groups and templates that say something else than those of their name, and rules of a name that is taken, get the publisher's
    # behind it.
    class HouseParts
      LOOKS = %w[labels inks].freeze
      SAID = {"groups" => ->(thing) { thing["members"].map { Text.fold(_1) }.sort }, "templates" => ->(thing) { thing["text"] }}.freeze

      # @param document [Hash] of the rulebook, not checked yet @param entries [Array<HouseEntry>]
      def initialize(document, entries)
        @document = document
        @entries = entries
        @renamed = entries.map { {} }
        @things = HouseEdition::THINGS.to_h { [_1, brought(_1)] }
      end

      # @param document [Hash] that was read @return [HouseParts]
      def self.of(document) = new(document, HouseEntry.all(document, Check.new))

      # @return [Array<Hash>] of a kind, under the names that they have here
      def things(kind) = @things.fetch(kind, []).map(&:first)

      # @return [Array<Array(Hash, String)>] of a kind, each with its publisher
      def published(kind) = @things.fetch(kind, []).map { |thing, entry| [thing, entry.edition.publisher] }

      # @return [Hash{String=>Names::Group}] by folded name
      def groups
        @things["groups"].to_h do |thing, entry, was|
          [Text.fold(thing["name"]), Names::Group.new(thing["name"], entry.edition.book.names.group(was).members).freeze]
        end
      end

      # @return [Array<Plan::Off>]
      def days_off
        @entries.flat_map { |entry| entry.edition.book.plan.offs.map { |off| Plan::Off.new(off.first, off.last, off.name, entry.edition.publisher).freeze } }
      end

      # @param names [Names] of the whole rulebook @param ids [Hash] the store's key of a rule by its place and its folded name there
      # @return [Array<Rule>] all of them, those for all first
      def rules(names, ids)
        taken = names_of(@document["rules"])
        found = @entries.each_with_index.flat_map do |entry, place|
          entry.edition.rules.map { |body, firmness| rule(entry, place, body, firmness, taken, names, ids) }
        end
        HouseMark::FIRMNESS.flat_map { |firmness| found.select { _1.house.firmness == firmness } }
      end

      private

      def rule(entry, place, body, firmness, taken, names, ids)
        there = body["name"]
        here = References.rename(body) { |kind, name| @renamed[place].dig(kind, Text.fold(name)) || name }
        here = here.merge("name" => free(there, entry, taken), "enabled" => entry.on?(body, firmness))
        Rule.read(here, Check.new, names, id: ids[[entry.place, Text.fold(there)]]).of_house(entry.mark(there, firmness))
      end

      # @return [Array<Array(Hash, HouseEntry, String)>] each thing that is not here yet, who brings it, and its name there
      def brought(kind)
        known = list(@document[kind]).to_h { [Text.fold(_1["name"]), _1] }
        taken = known.keys.to_set
        @entries.each_with_index.flat_map do |entry, place|
          entry.edition.things(kind).filter_map do |thing|
            here = known[Text.fold(thing["name"])]
            next if here && alike?(kind, here, thing)

            name = free(thing["name"], entry, taken)
            (@renamed[place][kind] ||= {})[Text.fold(thing["name"])] = name
            known[Text.fold(name)] = thing.merge("name" => name)
            [thing.merge("name" => name), entry, thing["name"]]
          end
        end
      end

      def alike?(kind, here, thing)
        return true if LOOKS.include?(kind)

        said = SAID.fetch(kind)
        said.call(here) == said.call(thing)
      rescue NoMethodError, TypeError # one's own is not as it should be, which is told of it
        false
      end

      def free(name, entry, taken)
        wanted = Enumerator.new do |names|
          names << name << "#{name} (#{entry.edition.publisher})"
          (2..).each { names << "#{name} (#{entry.edition.publisher} #{_1})" }
        end
        wanted.find { taken.add?(Text.fold(_1)) }
      end

      def list(things) = things.is_a?(Array) ? things.select { _1.is_a?(Hash) && _1["name"].is_a?(String) } : []
      def names_of(things) = list(things).to_set { Text.fold(_1["name"]) }
    end
  end
end
