# frozen_string_literal: true

module UpFront
  module Web
    module Pages
      # Whom the person knows, and with whom they write without knowing it yet.
      class Contacts
        GATHER_DAYS = 365
        LEAST = 2 # messages to somebody, before they are offered
        MOST_OFFERED = 200
        DEAF = /\A(?:no-?_?reply|do-?_?not-?_?reply|mailer-daemon|postmaster|bounces?)(?:[+-].*)?\z/

        def initialize(rulebook, now)
          @rulebook = rulebook
          @now = now
          @time_format = Core::TimeFormat.new(rulebook.zone, now)
        end

        def to_h
          cards = Core::Contact.all(@rulebook.document)
          names = Store::KnownPeople.names(cards.select { _1.name.nil? }.map(&:key))
          last = last_mail(cards.flat_map(&:keys))
          offered = gather(cards)
          {lead: lead(cards), contacts: cards.map { row(_1, names, last) }.sort_by { Core::Text.sort_key(_1[:name]) },
           gather: offered, groups: groups.map { _1["name"] }}
        end

        # @return [String] the persons among them as cards
        def cards(keys = nil)
          wanted = keys&.to_set { Core::Address.normalise(_1) }
          Post::ContactCards.write(Core::Contact.all(@rulebook.document).select { |each|
            each.person? && (wanted.nil? || each.keys.any? { wanted.include?(_1) })
          })
        end

        private

        def groups = @rulebook.document.fetch("groups", [])

        def lead(cards)
          return "Nobody is a contact of yours yet." if cards.empty?

          "#{Core::English.sentence(Core::English.count(cards.size, "contact"))}: whom rules mean by “my contacts”."
        end

        def row(contact, names, last)
          at = contact.keys.filter_map { last[_1] }.max
          {key: contact.key, name: name(contact, names), named: !contact.name.nil?, addresses: contact.addresses, person: contact.person?,
           organisation: contact.organisation, phone: contact.phone, note: contact.note, groups: in_groups(contact),
           last: at && @time_format.moment(Time.at(at).utc)}
        end

        def name(contact, names)
          return "anyone at #{contact.addresses.first.delete_prefix("@")}" unless contact.person?

          contact.name || names[contact.key].to_s.then { _1.empty? ? contact.addresses.first : Core::Address.shown(_1, contact.key) }
        end

        def in_groups(contact)
          keys = contact.keys
          groups.select { |group| group["members"].any? { keys.include?(Core::Address.normalise(_1)) } }.map { _1["name"] }
        end

        # @return [Hash{String=>Integer}] when each wrote last, in seconds since 1970
        def last_mail(keys)
          quoted = keys.each_slice(500).flat_map { |some| read("SELECT key, last_at FROM senders WHERE key IN (#{listed(some)})") }
          quoted.to_h
        end

        # To whom the person has written more than once, and who is no contact.
        def gather(cards)
          mine, known = @rulebook.names.me, @rulebook.names.contacts
          since = quote((@now - GATHER_DAYS * 86_400).getutc)
          found = read("SELECT people.key, count(DISTINCT messages.id) AS times, max(messages.arrived_at) FROM message_people people " \
            "JOIN messages ON messages.id = people.message_id WHERE messages.from_me AND people.role IN ('to', 'cc') " \
            "AND messages.arrived_at >= #{since} GROUP BY people.key HAVING times >= #{LEAST} ORDER BY times DESC, people.key LIMIT 1000")
          people = found.map { |key, times, _| [Core::Address.new(key), times] }
            .reject { |person, _| mine.include?(person) || known.include?(person) || person.local.to_s.match?(DEAF) }.first(MOST_OFFERED)
          names = Store::KnownPeople.names(people.map { _1.first.key })
          people.map { |person, times| {address: person.key, name: Core::Address.shown(names[person.key], person.key), times: times} }
        end

        def listed(keys) = keys.map { quote(_1) }.join(", ")
        def quote(value) = Store::Record.with_connection { _1.quote(value) }
        def read(sql) = Store::Record.with_connection { _1.select_rows(sql) }
      end
    end
  end
end
