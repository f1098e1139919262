# frozen_string_literal: true

module UpFront
  module Desk
    # What a person does about the rules of an office: follows them, lets an edition hold that waits, stops following, and switches what is
    # suggested or offered.
    class FollowHouse < ChangeHouse
      # @param place [String] as a person writes it @return [String] a path in full, or the address @raise [Impossible]
      def self.place(given)
        given = given.to_s.strip
        raise Impossible.new("Give the file, or its address.", pointer: "/place") if given.empty?

        return given if Post::PublishedFile.address?(given)

        File.expand_path(given).tap { OwnFile.refuse!(_1, pointer: "/place") }
      end

      # @return [ComingEdition] what following would bring @raise [Impossible]
      def preview(given) = ComingEdition.new(place = FollowHouse.place(given), read(place).first, now)

      # @return [Done] @raise [Impossible]
      def call(given)
        place = FollowHouse.place(given)
        edition, sum = read(place)
        transaction do
          raise Impossible.new("Its rules are followed already.", pointer: "/place", status: 409) if ChangeHouse.entry(place)

          full! if ChangeHouse.entries.size >= Core::HouseEntry::MOST
          HousePlaces.put(place, {"sum" => sum, "read" => HousePlaces.mark(edition.document)})
          put(ComingEdition.new(place, edition, now).entries, "Following the house rules of #{edition.publisher}.")
        end
      end

      # @return [Done] @raise [Impossible]
      def stop(place)
        transaction do
          publisher = followed(place)["edition"]["publisher"]
          entries = ComingEdition.new(place, nil, now).entries
          HousePlaces.put(place, nil)
          put(entries, "The house rules of #{publisher} are followed no more.")
        end
      end

      # The edition that waits holds at once. @return [Done] @raise [Impossible]
      def take(place)
        transaction do
          followed(place)
          waiting = HousePlaces[place]["next"] or raise Impossible.new("No new edition waits there.", status: 409)
          TakeEdition.new(clock).call(place, waiting, told: false)
        end
      end

      # @param id [Integer] of a rule of the office @param on [Boolean] @return [Done] @raise [Impossible]
      def switch(id, on)
        transaction do
          rule = Store::CurrentRulebook.rulebook.house.find { _1.id == id } or raise Impossible.gone("rule")
          if rule.firm?
            raise Impossible.new("“#{rule.name}” is for all, and stays on. You can write to who published it that you do not want it.")
          end

          put(with(chosen(followed(rule.house.place), rule.house, on)), "Switched #{on ? "on" : "off"} the house rule “#{rule.name}”.")
        end
      end

      # What was told of editions has been looked at. @return [nil]
      def seen
        transaction do
          HousePlaces.all.each { |place, stand| HousePlaces.put(place, stand.except("told", "told_at")) if stand["told"] }
        end
        nil
      end

      private

      # Only what is otherwise than it was published is kept.
      def chosen(entry, mark, on)
        plain = mark.firmness == "suggested"
        lists = %w[on off].to_h { |key| [key, entry.fetch(key, []).reject { Core::Text.fold(_1) == Core::Text.fold(mark.name_there) }] }
        lists[on ? "on" : "off"] += [mark.name_there] unless on == plain
        entry.except("on", "off").merge(lists.reject { |_, names| names.empty? })
      end

      def read(place)
        ReadEdition.call(place)
      rescue ReadEdition::Unusable => unusable
        raise Impossible.new("That cannot be followed. #{unusable.message}", pointer: "/place")
      end

      def full!
        raise Impossible.new("You follow #{Core::HouseEntry::MOST} of them; stop following one first.", status: 409)
      end
    end
  end
end
