# frozen_string_literal: true

module UpFront
  module Desk
    # Makes or changes a group, a label or an ink. A new name goes into every rule that names it, and onto all mail
    # that wears it.
    class SaveThing < NamedThings
      # @param kind [String] groups, labels or inks @param thing [Hash] in the file's shape
      # @param was [String, nil] the name it had @return [Done] @raise [Core::Refused, Impossible]
      def call(kind, thing, was: nil)
        thing = SaveThing.read(kind, thing)
        transaction do
          things = things(kind)
          index = was && (place(things, was) or raise gone(kind, was))
          free!(kind, things, thing, index)
          index ||= things.size
          things[index] = (things[index] || {}).merge(thing)
          text = "#{was ? "Changed" : "Made"} the #{KINDS.fetch(kind)} “#{thing["name"]}”."
          names = (was && was != thing["name"]) ? {was => thing["name"]} : {}
          rows = names.any? ? renamed(kind, was, thing["name"]) : {}
          put(things, kind, text, rows, place: index, names: names, result: thing)
        end
      end

      # @return [Hash] the thing with its name trimmed and, of a group, its members as they were written and pasted
      # @raise [Core::Refused]
      def self.read(kind, thing)
        thing = thing.merge("name" => thing["name"].to_s.strip)
        return thing unless kind == "groups" && thing["members"].is_a?(Array)

        thing.merge("members" => GivenPeople.read(thing["members"], "/members"))
      end

      # @return [Hash] the rulebook as it would be
      def self.document(kind, thing, was: nil)
        thing = read(kind, thing)
        document = Store::CurrentRulebook.document
        things = document.fetch(kind, [])
        index = things.index { was && Core::Text.fold(_1["name"]) == Core::Text.fold(was) } || things.size
        rules = Core::References.renamed(document["rules"], was ? [{"kind" => kind, "was" => was, "name" => thing["name"]}] : [])
        document = Core::References.kept_renamed(document, was ? {kind => {was => thing["name"]}} : {})
        document.merge(kind => [*things[0...index], (things[index] || {}).merge(thing), *things[index + 1..]], "rules" => rules)
      end

      OFFICES = %w[groups templates].freeze # what is the office's stays so; how its labels look is the person's
      private_constant :OFFICES

      private

      def renamed(kind, was, name)
        was = Store::CurrentRulebook.document.fetch(kind).find { Core::Text.fold(_1["name"]) == Core::Text.fold(was) }["name"]
        Store::AppliedNames.rename(kind, was, name)
        applied = {"before" => {"kind" => kind, "name" => was}, "after" => {"kind" => kind, "name" => name}}
        {**rename_all(kind => {was => name}), "AppliedNames" => [applied]}
      end

      def free!(kind, things, thing, index)
        taken = place(things, thing["name"])
        publisher = Core::HouseParts.of(Store::CurrentRulebook.document).published(kind).find { |each, _|
          (index.nil? || place([things[index]], thing["name"]).nil?) && OFFICES.include?(kind) && Core::Text.fold(each["name"]) == Core::Text.fold(thing["name"])
        }&.last
        if publisher
          raise Impossible.new("#{publisher} publishes a #{KINDS.fetch(kind)} “#{thing["name"]}”; choose another name.",
            pointer: "/name", status: 409)
        end
        if taken && taken != index
          here = "#{(kind == "inks") ? "an" : "a"} #{KINDS.fetch(kind)} “#{things[taken]["name"]}”"
          raise Impossible.new("There is #{here} already.", pointer: "/name", status: 409)
        end
      end
    end
  end
end
