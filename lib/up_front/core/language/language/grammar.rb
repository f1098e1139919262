# frozen_string_literal: true

module UpFront
  module Core
    module Language
      # A whole rule: "When …, unless …: …. It has the last word."
      class Grammar < Parslet::Parser
        ASIDES = {"It has the last word" => {"last_word" => true}, "It asks first" => {"ask_first" => true},
                  "It is off" => {"enabled" => false}}.freeze
        ASIDE = "a closing sentence, such as “It has the last word.”"

        def initialize
          @conditions = Conditions.new
          @effects = EffectsWritten.new
          super
        end

        rule(:gap) { Phrases::MAYBE_GAP }
        rule(:start) { either_case("when") >> Phrases::GAP >> @conditions.when_part.as("when") }
        rule(:always) { Phrases.means(either_case("for every message")) { {"when" => {"all" => []}} } }
        rule(:exception) do
          (Phrases::COMMA | Phrases::GAP) >> Phrases.say("unless") >> Phrases::GAP >> @conditions.unless_part.as("unless")
        end
        rule(:then_part) { Phrases.sign(":") >> Phrases::GAP >> @effects.effects.as("then") }
        rule(:stop) { Phrases.sign(".") }

        rule(:from) { Phrases.say("from") >> Phrases::GAP >> Phrases::DATE.as("from_date") }
        rule(:till) { Phrases.say("until") >> Phrases::GAP >> Phrases::DATE.as("until_date") }
        rule(:dates) { Phrases.say("It holds", ASIDE) >> Phrases::GAP >> ((from >> Phrases::GAP >> till) | from | till) }
        rule(:heading) { Phrases.say("It stands under", ASIDE) >> Phrases::GAP >> Phrases::NAME.as("heading") }
        rule(:aside) { Phrases.one_of(ASIDES.invert, ASIDE) | dates | heading }
        rule(:asides) { (Phrases::GAP >> aside.as(:aside) >> stop).repeat.as(:asides) }

        rule(:sentence) { gap >> (always | start) >> exception.maybe >> then_part >> stop >> asides >> gap }
        rule(:asked) do
          gap >> (Phrases.say("mail where") >> Phrases::GAP | Phrases.say("Mail where") >> Phrases::GAP)
            .maybe >> @conditions.when_part.as("when") >> gap
        end
        rule(:title) do
          gap >> either_case("rule") >> Phrases::GAP >> Phrases::QUOTED.as("name") >> (Phrases.sign(":") | Phrases.sign(".")).maybe
        end
        rule(:named) { title >> Phrases::GAP >> sentence }
        root(:sentence)

        private

        def either_case(phrase) = Phrases.say(English.sentence(phrase)) | Phrases.say(phrase)
      end
    end
  end
end
