# frozen_string_literal: true

module UpFront
  module Core
    module Language
      # How conditions are written. Made of the facts, so that a new fact can be written at once.
      class Conditions < Parslet::Parser
        CONDITION = "a condition, such as “the sender is …”"

        def self.flag(fact)
          [[fact.label, true], [fact.denial, false]].sort_by { -_1.first.size }.map do |label, value|
            Phrases.means(Phrases.say(label, CONDITION)) { {"fact" => fact.name, "op" => "is", "value" => value} }
          end.reduce(:|)
        end

        def self.named(fact)
          plain = Phrases.means(Phrases.say(fact.label, CONDITION) >> Phrases::GAP >> asked(fact.type).as(:asked)) do
            {"fact" => fact.name, **_1[:asked]}
          end
          denied = Sentence::DENIED[fact.label] or return plain
          plain | Phrases.means(Phrases.say(denied, CONDITION) >> Phrases::GAP >> asked(fact.type, denying: false).as(:asked)) do
            {"fact" => fact.name, **_1[:asked], "not" => true}
          end
        end

        # The operator, denied or not, with its value.
        # @param denying [Boolean] whether it may be denied here
        def self.asked(type, denying: true)
          type.ops.flat_map { |op, phrase|
            [(asked_as(type, op, Sentence::NOT.fetch(phrase), true) if denying),
              asked_as(type, op, (phrase unless op == "within"), false)].compact
          }.reduce(:|)
        end

        def self.asked_as(type, op, phrase, denied)
          value = Values.of(type, op).as(:value)
          Phrases.means(phrase ? Phrases.say(phrase, "how it compares") >> Phrases::GAP >> value : value) do |found|
            {"op" => op, "value" => found[:value]}.merge(denied ? {"not" => true} : {})
          end
        end

        FACTS = [*Facts.all.values, *StateFacts.all.values].sort_by { -_1.label.size }.map { |fact| fact.denial ? flag(fact) : named(fact) }
          .reduce(:|)
        NAMED_HEADER = Phrases.then_(Phrases.say("the header", CONDITION), Phrases::HEADER.as(:header), asked(Types::Text).as(:asked))
        HEADER = Phrases.means(NAMED_HEADER) { {"fact" => "header:#{_1[:header]}", **_1[:asked]} }
        UNTRUE = Phrases.say(Sentence::UNTRUE, CONDITION)

        rule(:leaf) { denied | HEADER | FACTS }
        rule(:denied) { Phrases.means(UNTRUE >> Phrases::GAP >> FACTS.as(:leaf)) { _1[:leaf].merge("not" => true) } }

        rule(:anything) { Phrases.means(Phrases.say(Sentence::ANYTHING, CONDITION)) { {"all" => []} } }
        rule(:nothing) { Phrases.means(Phrases.say(Sentence::NOTHING, CONDITION)) { {"any" => []} } }

        rule(:open) { Word.new("(", "(", CONDITION) >> Phrases::MAYBE_GAP }
        rule(:close) { Phrases::MAYBE_GAP >> Word.new(")", ")", nil) }

        rule(:member) { spelt | brackets | anything | nothing | leaf }
        rule(:several_and) { joined("all", Phrases::AND, 2) }
        rule(:several_or) { joined("any", Phrases::OR, 2) }
        rule(:brackets) { Phrases.means(open >> (several_and | several_or).as(:group) >> close) { _1[:group] } }

        rule(:spelt) { spelt_as("all", Phrases::AND) | spelt_as("any", Phrases::OR) | spelt_as("none", Phrases::OR) }

        # A condition alone in brackets stands in no group.
        rule(:bare) { Phrases.means(open >> leaf.as(:leaf) >> close) { _1[:leaf] } }

        rule(:when_part) { whole("all") }
        rule(:unless_part) { whole("any") }
        root(:when_part)

        private

        def whole(implied)
          alone = Phrases.means(leaf.as(:leaf)) { {implied => [_1[:leaf]]} }
          several_and | several_or | bare | spelt | brackets | anything | nothing | alone
        end

        def joined(kind, last, least)
          Phrases.means(Joined.new(member, Phrases::COMMA, last, least: least)) { {kind => _1[:items]} }
        end

        def spelt_as(kind, last)
          empty = Phrases.means(open >> close) { [] }
          some = Phrases.means(open >> Joined.new(member, Phrases::COMMA, last).as(:list) >> close) { _1[:list][:items] }
          Phrases.means(Phrases.say("#{kind} of", CONDITION) >> Phrases::GAP >> (empty | some).as(:members)) { {kind => _1[:members]} }
        end
      end
    end
  end
end
