# frozen_string_literal: true

module UpFront
  module Desk
    # The rulebooks that a replay may set against each other: the one in force, one that was in force on a day, one with a draft in it, a
    # file's, and none.
    class ReplaySides
      # @param rulebook [Core::Rulebook] in force
      def initialize(rulebook)
        @rulebook = rulebook
      end

      # @param side [Hash] kind: now, none, day (with a date), file (with its text) or draft (with a rule's body, its id or its place)
      # @return [Core::Rulebook] @raise [Act::Impossible, Core::Refused]
      def book(side)
        case side["kind"]
        when "now" then @rulebook
        when "none" then bare
        when "day" then former(side["day"])
        when "file" then Core::Rulebook.parse(side["text"].to_s)
        else Core::Rulebook.read(document(side))
        end
      end

      # @param side [Hash] a rule's body, its id or its place @return [Hash] the rulebook in force with it, in the file's shape
      def document(side) = @rulebook.document.merge("rules" => with_draft(side))

      private

      # Without rules and without a plan, everything comes as it arrives.
      def bare = Core::Rulebook.read(@rulebook.document.except("plan", "house").merge("rules" => [], "views" => []))

      def former(day)
        date = Core::Check.new.date(day) or raise Act::Impossible.new("Give a day.", pointer: "/day")
        Store::RulebookRevision.by(@rulebook.zone.instant(date + 1, 0)) or
          raise Act::Impossible.new("No rulebook is kept of #{Core::English.day(date)} or before: choose a later day.", pointer: "/day")
      end

      def with_draft(side)
        rules = @rulebook.document["rules"].dup
        place = @rulebook.own.index { _1.id == side["id"] }
        return rules.tap { _1[place] = side["body"] } if place

        rules.insert((side["place"] || 0).clamp(0, rules.size), side["body"])
      end
    end
  end
end
