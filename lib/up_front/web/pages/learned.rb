# frozen_string_literal: true

module UpFront
  module Web
    module Pages
      # Rules that are offered for what the person does again and again, each with what it rests on and what it would do.
      class Learned
        def initialize(rulebook, now)
          @rulebook = rulebook
          @offers = Desk::Learned.new(rulebook, now).offers
        end

        def to_h = {days: Desk::Learned::DAYS, offers: @offers.map { row(_1) }}

        private

        def row(offer)
          body = free(offer.rule.body)
          habit = offer.habit
          {key: offer.key, name: habit.name, sender: habit.of.first != "kind", evidence: offer.rule.evidence,
           sure: "Very likely so of at least #{(habit.least * 100).floor} in 100.", would: would(offer),
           sentence: Core::Sentence.told(Core::Rule.read(body, Core::Check.new, @rulebook.names)), body: body,
           against: offer.against && {id: offer.against.id, name: offer.against.name}}
        end

        def would(offer)
          days, all = Desk::Learned::TRIED_DAYS, offer.changed == offer.matches
          "Of the last #{days} days it matches #{Core::English.count(offer.matches, "message")}, and would have decided " \
            "#{all ? "all" : Core::English.thousands(offer.changed)} of them otherwise."
        end

        # With a name that no rule has.
        def free(body)
          taken = @rulebook.rules.to_set { Core::Text.fold(_1.name) }
          name = [body["name"], *(2..taken.size + 2).map { "#{body["name"]} #{_1}" }].find { !taken.include?(Core::Text.fold(_1)) }
          body.merge("name" => name)
        end
      end
    end
  end
end
