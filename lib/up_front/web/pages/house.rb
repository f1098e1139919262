# frozen_string_literal: true

module UpFront
  module Web
    module Pages
      # The rules of the office that are followed: who publishes them, how firm each is and since when, what each did, what a new edition
      # would change, and what is wrong with where they come from.
      class House
        MOST_ROWS = 12

        def initialize(rulebook, now)
          @rulebook = rulebook
          @now = now
          @time_format = Core::TimeFormat.new(rulebook.zone, now)
          @did = Rules.new(rulebook, now)
        end

        def to_h = {lead: lead, days: Rules::DAYS, houses: Desk::ChangeHouse.entries.map { house(_1) }}

        # @param coming [Desk::ComingEdition] that is not followed yet, or waits
        def coming(coming)
          different = coming.different.map { |item| [item, Core::ClaimDifference.new(item.before, item.after, @time_format)] }
          {**header(coming.edition), said: "#{Core::English.sentence(coming.said)}.",
                                     changes: coming.difference.changes.map { {act: _1.act, what: _1.what} },
                                     rules: coming.book.house.select { _1.house.place == coming.place }.map { told(_1) },
                                     held: Desk::HeldPreview.new(coming.book, @now).held.to_s, changed: different.size,
                                     messages: PreviewRow.all(different.first(MOST_ROWS), @time_format)}
        end

        private

        def lead
          houses = Desk::ChangeHouse.entries.map { _1["edition"]["publisher"] }
          return "You follow no house rules." if houses.empty?

          on = @rulebook.house.count(&:enabled)
          "#{Core::English.sentence(Core::English.count(on, "house rule"))} #{(on == 1) ? "holds" : "hold"} here, published by " \
            "#{Core::English.join(houses.uniq, "and")}."
        end

        def house(entry)
          place = entry["place"]
          edition = Core::HouseEdition.read(entry["edition"], Core::Check.new)
          stand = Desk::HousePlaces[place]
          {place: place, **header(edition), since: day(@rulebook.zone.date(Time.iso8601(entry["since"]))), problem: stand["problem"],
           problem_since: stand["problem_since"]&.then { moment(_1) }, told: stand["told"], waiting: waiting(stand),
           rules: @rulebook.house.select { _1.house.place == place }.map { rule(_1) }, brings: brings(edition)}
        end

        def header(edition)
          {publisher: edition.publisher, contact: edition.contact, edition: edition.number, published: day(edition.published),
           note: edition.note}
        end

        def waiting(stand)
          return unless stand["next"]

          {edition: stand["next"]["edition"], note: stand["next"]["note"].to_s, said: "#{Core::English.sentence(stand["said"])}.",
           holds: moment(stand["holds_at"])}
        end

        def rule(rule)
          note = Desk::WriteToPublisher.noted(rule.house)
          {**told(rule), id: rule.id, **@did.did(rule.id), noted: note && "You wrote on #{moment(note["at"])}: #{note["text"]}"}
        end

        def told(rule)
          {name: rule.name, sentence: Core::Sentence.told(rule), firmness: rule.house.firmness, said: rule.house.said, enabled: rule.enabled}
        end

        # @return [String] what it brings beside rules
        def brings(edition)
          things = Core::HouseEdition::THINGS.filter_map do |kind|
            names = edition.things(kind).map { _1["name"] }
            "#{Core::English.count(names.size, kind.delete_suffix("s"))}: #{names.join(", ")}" if names.any?
          end
          off = edition.document.fetch("days_off", []).size
          [*things, (Core::English.count(off, "day off", "days off") if off.positive?)].compact.map {
            Core::English.sentence(_1)
          }.join(". ")
        end

        def day(date) = @time_format.day(date)
        def moment(instant) = @time_format.moment(Time.iso8601(instant))
      end
    end
  end
end
