# frozen_string_literal: true

module UpFront
  module Core
    module Language
      # How the value of each type of fact is written: the inverse of what the type says.
      module Values
        extend Phrases

        PERSON = [
          Phrases.means(Phrases.say("my organisation", "a person")) { "my_organisation" },
          Phrases.means(Phrases.say("one of my contacts", "a person")) { "contacts" },
          Phrases.means(Phrases.say("one of", "a person") >> Phrases::GAP >> Phrases::NAME.as(:name)) { "group:#{_1[:name]}" },
          Phrases.means(Phrases.say("anyone at", "a person") >> Phrases::GAP >> Phrases::DOMAIN.as(:domain)) { "@#{_1[:domain]}" },
          Phrases::ADDRESS, Phrases.means(Phrases.say("me", "a person")) { "me" }
        ].reduce(:|)

        SPAN_DAYS = [
          Phrases.means(Phrases.say("every day", "days")) { Weekdays::ALL },
          Phrases.means(Phrases.say("working days", "days")) { Weekdays::WORKING },
          Phrases.means(Phrases.say("weekends", "days")) { Weekdays::WEEKEND },
          Phrases.several(Phrases.one_of(Weekdays::NAMES.transform_values { "#{_1}s" }, "days"), Phrases::AND)
        ].reduce(:|)

        SPAN = Phrases.means(Phrases.then_(Phrases.say("between"), Phrases::TIME.as(:from), Phrases.say("and"), Phrases::TIME.as(:to),
          Phrases.say("on"), SPAN_DAYS.as(:days))) do |found|
          {"days" => found[:days], "from" => found[:from], "to" => found[:to]}
        end

        module_function

        # @param type [Object] of a fact @return [Parslet::Atoms::Base] giving the value as in the rulebook
        def of(type, op)
          return people(op) if type == Types::People
          return texts(op) if type == Types::Text
          return Phrases.one_of(type.choices, "a priority") if type == Types::Priority && op == "at_least"
          return Phrases.several(Phrases::NAME) if type.is_a?(Types::Named)

          {Types::Ago => Phrases::DURATION, Types::Number => Phrases::NUMBER, Types::Day => Phrases::DATE, Types::Span => SPAN,
           Types::Window => Phrases.several(Phrases::NAME)}.fetch(type) do
            choices(type)
          end
        end

        def people(op) = (op == "is") ? Phrases.several(PERSON) : texts(op)
        def texts(op) = Phrases.several(Phrases::QUOTED, (op == "mentions_all") ? Phrases::AND : Phrases::OR)
        def choices(type) = Phrases.several(type.choices ? Phrases.one_of(type.choices, "what it is") : Phrases::NAME)
      end
    end
  end
end
