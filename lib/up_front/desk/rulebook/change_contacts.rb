# frozen_string_literal: true

module UpFront
  module Desk
    # Whom the person knows: made, changed, put together, taken out, brought in from cards. What rules and away notices mean by “my
    # contacts” follows at once. An address is one contact's: where it is given to another, it goes over to that one.
    class ChangeContacts < ChangeRulebook
      # @param was [String, nil] the address by which the one that is changed is found; nil for a new one
      # @param given [Hash] name, addresses (as they are written), organisation, phone, note @return [Done] @raise [Core::Refused,
      #   Impossible]
      def save(was, given)
        transaction do
          before = contacts
          former = was && find(before, was)
          contact = read(given)
          rest = without(before - [former].compact, contact.keys)
          raise Impossible.new("“#{taken(before, former, contact)}” has that address already: put both together instead.", status: 409) if
            rest.size < before.size - [former].compact.size

          place = former ? before.index(former) : before.size
          put([*before[0...place], contact, *before[place..].to_a.drop(former ? 1 : 0)],
            former ? "Changed #{called(contact)}." : "#{called(contact)} is one of your contacts.")
        end
      end

      # @param keys [Array<String>] @return [Done] @raise [Impossible]
      def remove(keys)
        transaction do
          gone = keys.map { find(contacts, _1) }.uniq(&:key)
          put(contacts.reject { gone.map(&:key).include?(_1.key) }, "#{many(gone)} no contact#{"s" if gone.size > 1} of yours any more.")
        end
      end

      # @param keys [Array<String>] the first keeps its name @return [Done] @raise [Impossible]
      def merge(keys)
        transaction do
          first, *others = keys.map { find(contacts, _1) }.uniq(&:key)
          raise Impossible.new("Choose two contacts, or more.", pointer: "/keys") if others.empty?

          one = first.merged(others)
          raise Impossible, "Together they have more than #{Core::Contact::MOST_ADDRESSES} addresses." if one.addresses.size > Core::Contact::MOST_ADDRESSES

          kept = contacts.reject { |each| others.any? { _1.key == each.key } }.map { (_1.key == first.key) ? one : _1 }
          put(kept, "#{Core::English.sentence(Core::English.count(others.size + 1, "contact"))} are one now: #{called(one)}.")
        end
      end

      # Those that are not here; one who has an address of theirs is given what they lack.
      # @param cards [Array<Hash>] as items of a rulebook's file @param more [String] what else is to be said @return [Done]
      # @raise [Impossible]
      def add(cards, more: "")
        transaction do
          before = contacts
          after = cards.map { Core::Contact.of(_1) }.inject(before) { |known, card| put_in(known, card) }
          raise Impossible.new("They are contacts of yours already.", status: 409) if after.map(&:to_item) == before.map(&:to_item)

          added = after.size - before.size
          grown = "#{Core::English.sentence(Core::English.count(added, "contact"))} more."
          text = added.positive? ? grown : "What was known of them is more now."
          put(after, "#{text}#{more}")
        end
      end

      # @param bytes [String] a file of cards (vCard) @return [Done] @raise [Impossible]
      def bring_in(bytes)
        found = Post::ContactCards.found(bytes)
        raise Impossible, "No card in that file has an address." if found[:cards].empty?

        without = Core::English.sentence(Core::English.count(found[:without], "card"))
        add(found[:cards], more: found[:without].positive? ? " #{without} had no address." : "")
      rescue Post::ContactCards::NoCards => no_cards
        raise Impossible, no_cards.message
      end

      private

      def contacts = Core::Contact.all(Store::CurrentRulebook.document)

      def find(among, key)
        wanted = Core::Address.normalise(key)
        among.find { |each| each.known_by?(wanted) } || raise(Impossible.gone("contact"))
      end

      def read(given)
        addresses = GivenPeople.read(Array(given["addresses"]), "/addresses").grep(/@/).uniq { Core::Address.normalise(_1) }
        raise Impossible.new("Give an address.", pointer: "/addresses") if addresses.empty?
        raise Impossible.new("Give at most #{Core::Contact::MOST_ADDRESSES} addresses.", pointer: "/addresses") if addresses.size > Core::Contact::MOST_ADDRESSES

        noted = Core::Contact::NOTED.to_h { |key| [key, Core::Visible.lines(given[key].to_s.strip)[0, Core::Contact::MOST_TEXT]] }
        name = GivenWords.line(given["name"], 200)
        Core::Contact.new("name" => (name unless name.empty?), "addresses" => addresses, **noted)
      end

      # What others lose to one who has these addresses now; who has none left goes.
      def without(among, keys) = among.reject { |each| each.keys.intersect?(keys) }

      def taken(before, former, contact) = (before - [former]).find { _1.keys.intersect?(contact.keys) }.then { called(_1) }

      def put_in(known, card)
        place = known.index { _1.keys.intersect?(card.keys) }
        return [*known, card] unless place

        others = known.each_with_index.reject { |_, index| index == place }.flat_map { |each, _| each.keys }
        fresh = card.addresses.reject { others.include?(Core::Address.normalise(_1)) }
        given = card.to_item.then { _1.is_a?(Hash) ? _1 : {} }
        joined = known[place].merged([Core::Contact.new(given.merge("addresses" => fresh))])
        [*known[0...place], joined, *known[place + 1..]]
      end

      def called(contact) = contact.name || contact.addresses.first

      def many(gone)
        (gone.size == 1) ? "#{called(gone.first)} is" : "#{Core::English.sentence(Core::English.count(gone.size, "contact"))} are"
      end

      def put(contacts, text)
        raise Impossible.new("At most #{Core::Contact::MOST} contacts.", status: 409) if contacts.size > Core::Contact::MOST

        document = Store::CurrentRulebook.document.merge("contacts" => contacts.map(&:to_item))
        rules_changed(text, {"Rulebook" => [put_head(document)]})
      end
    end
  end
end
