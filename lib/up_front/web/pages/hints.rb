# frozen_string_literal: true

module UpFront
  module Web
    module Pages
      # What may be meant by what is being typed into the field for finding: people, labels, accounts, days, and how
      # messages stand. Each is offered as a condition of the written language, with the other words kept.
      class Hints
        MOST = 8
        MOST_PEOPLE = 4
        MOST_OF_KIND = 3
        LONGEST_DATE = 3 # words of "9 march 2027"

        # @param text [String] as typed so far
        def initialize(text, rulebook, now)
          @words = text.to_s.split
          @rulebook = rulebook
          @now = now
        end

        # @return [Array<Hash>] kind, words for the person, text for the field
        def to_a
          return [] if @words.empty? || @words.last.match?(/["“”]/)

          (dates + named("label", "labels") + named("account", "accounts") + people + states)
            .compact.reject { _1[:text] == @words.join(" ") }.first(MOST)
        end

        private

        def typed = @typed ||= Core::Text.fold(@words.last)

        def hint(kind, label, condition, taken: 1)
          rest = @words[0...-taken].join(" ").delete("\"“”")
          conditions = (condition["all"] || [condition]) + (rest.empty? ? [] : [Core::SearchText.new(rest).condition])
          node = Core::Condition.read((conditions.size == 1) ? conditions.first : {"all" => conditions}, Core::Check.new, @rulebook.names,
            state: true) or return
          said = Core::Sentence.condition(node)
          {kind: kind, label: label, text: node.is_a?(Core::Condition::Leaf) ? said[1..-2] : said} # a condition alone stands in brackets
        end

        def people
          return [] if typed.size < 2

          groups = @rulebook.things("groups").select { Core::Text.fold(_1["name"]).start_with?(typed) }.first(MOST_OF_KIND)
            .map do |group|
            hint("person", "One of #{group["name"]}", leaf("from", ["group:#{group["name"]}"]))
          end
          groups + Store::SenderCounts.like(typed, MOST_PEOPLE).map { |sender|
            hint("person", "#{sender.name.empty? ? sender.key : sender.name} · #{sender.key}", leaf("from", [sender.key]))
          }
        end

        def named(fact, kind)
          return [] if typed.size < 2

          (Core::HouseEdition::THINGS.include?(kind) ? @rulebook.things(kind) : @rulebook.document.fetch(kind, [])).map {
            _1["name"]
          }.select { Core::Text.fold(_1).start_with?(typed) }.first(MOST_OF_KIND).map do
            hint(fact, _1, leaf(fact, [_1]))
          end
        end

        # The longest run of last words that says a date.
        def dates
          LONGEST_DATE.downto(1) do |taken|
            next if taken > @words.size

            found = Core::SaidDates.new(@rulebook.zone.date(@now)).like(@words.last(taken).join(" "))
            return found.first(MOST_OF_KIND).map { hint("date", _1.label, _1.condition, taken: taken) } if found.any?
          end
          []
        end

        # "unread", "held": the words by which a fact of state is known.
        def states
          return [] if typed.size < Core::SaidDates::LEAST

          Core::StateFacts::FLAG_LABELS.select { |name, (label, _, also)|
            [name.to_s, *label.split.last(2), *also.split]
              .any? { _1.start_with?(typed) }
          }.first(MOST_OF_KIND)
            .map { |name, (label, *)| hint("state", Core::English.sentence(label), {"fact" => name.to_s, "op" => "is", "value" => true}) }
        end

        def leaf(fact, value) = {"fact" => fact, "op" => "is", "value" => value}
      end
    end
  end
end
