# frozen_string_literal: true

module UpFront
  module Desk
    # Looks whether the office has published another edition, and lets one hold whose time has come. What cannot be had or read leaves the
    # last good edition in force, and is told with the time since when.
    class LookAtHouses < ChangeHouse
      FILE_SECONDS = 20 # between two looks at a file
      ADDRESS_SECONDS = 600 # at an address, which is another's machine

      # @param monotonic [#call] seconds @param line [Post::WebLine, nil]
      def initialize(clock, monotonic: -> { Process.clock_gettime(Process::CLOCK_MONOTONIC) }, line: nil)
        super(clock)
        @monotonic = monotonic
        @line = line
        @looked = {}
      end

      # @return [nil]
      def call
        places = ChangeHouse.entries.map { _1["place"] }
        @looked = @looked.slice(*places)
        places.each { |place| look(place) if due?(place) }
        places.each { |place| hold(place) if HousePlaces[place]["holds_at"]&.then { Time.iso8601(_1) <= now } }
        nil
      end

      # At once, whenever it was looked at last. @return [Done] @raise [Impossible]
      def again(place)
        followed(place)
        look(place)
        stand = HousePlaces[place]
        raise Impossible.new(stand["problem"], status: 409) if stand["problem"]

        Done.new(message: stand["next"] ? "There is a new edition." : "Its edition is the newest that is published.")
      end

      private

      def due?(place)
        at = @looked[place] or return true
        @monotonic.call - at >= (Post::PublishedFile.address?(place) ? ADDRESS_SECONDS : FILE_SECONDS)
      end

      def look(place)
        @looked[place] = @monotonic.call
        read(place)
      rescue ReadEdition::Unusable => unusable
        tell(place, "problem" => unusable.message)
      end

      def read(place)
        edition, sum = ReadEdition.call(place, known: known(place), line: @line)
        return tell(place, "problem" => nil) unless edition
        read = {"problem" => nil, "sum" => sum, "read" => HousePlaces.mark(edition.document)}
        return tell(place, read.merge(NOTHING_WAITS)) if edition.document == ChangeHouse.entry(place)&.fetch("edition")

        coming = ComingEdition.new(place, edition, now)
        tell(place, read.merge("next" => edition.document, "said" => coming.said,
          "holds_at" => holds_at(edition).getutc.iso8601))
      rescue Core::Refused => refused # it goes with nothing that is here
        raise ReadEdition::Unusable, refused.faults.first.said
      end

      # What was read last is the newest that is known here, unless that was taken back.
      def known(place)
        stand = HousePlaces[place]
        newest = stand["next"] || ChangeHouse.entry(place)&.fetch("edition")
        stand["sum"] if newest && HousePlaces.mark(newest) == stand["read"]
      end

      NOTHING_WAITS = {"next" => nil, "said" => nil, "holds_at" => nil}.freeze
      private_constant :NOTHING_WAITS

      # The next day, where the owner is, or on the day that it says itself: so that it can be looked at before.
      def holds_at(edition)
        zone = Store::CurrentRulebook.rulebook.zone
        zone.instant([zone.date(now) + 1, edition.holds_from].compact.max, 0)
      end

      def tell(place, told)
        former = HousePlaces[place]
        since = former["problem_since"] || now.getutc.iso8601 if told["problem"]
        stand = former.merge(told, "problem_since" => since).compact
        return if stand == former

        transaction do
          next unless ChangeHouse.entry(place) # followed no more meanwhile

          HousePlaces.put(place, stand)
          event("house", **((stand["next"] && stand["next"] != former["next"]) ? said(stand) : {}))
        end
      end

      # To be told in the pages that are open.
      def said(stand)
        {message: "Edition #{stand["next"]["edition"]} of the house rules of #{stand["next"]["publisher"]} is out: #{stand["said"]}.",
         path: "/rules/house", label: "See the edition"}
      end

      def hold(place)
        transaction do
          waiting = HousePlaces[place]["next"]
          TakeEdition.new(clock).call(place, waiting, told: true) if waiting && ChangeHouse.entry(place)
        end
      rescue Core::Refused => refused
        tell(place, "problem" => refused.faults.first.said, **NOTHING_WAITS)
      end
    end
  end
end
