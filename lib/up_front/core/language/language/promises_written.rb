# frozen_string_literal: true

module UpFront
  module Core
    module Language
      # A whole promise: "Mail where …, unless …: it comes in within 30 minutes, arriving between 08:00 and 18:00 on working days."
      class PromisesWritten < Parslet::Parser
        PROMISED = "what is promised, such as “it never alerts”"
        SPAN = Values.of(Types::Span, "within")

        # @param phrase [String] before the value @yield [Object] the value @yieldreturn [Hash] what is promised, in the file's shape
        def self.promised(phrase, value, after = nil, &)
          atom = Phrases.say(phrase, PROMISED) >> Phrases::GAP >> value.as(:value)
          Phrases.means(after ? atom >> Phrases::GAP >> Phrases.say(after) : atom) { |found| yield(found[:value]) }
        end

        HOLDS = [
          promised("it comes in within", Phrases::DURATION) { {"comes_in" => _1} },
          promised("it waits no longer than", Phrases::DURATION) { {"waits" => _1} },
          promised("it does not sound", SPAN) { {"silent" => _1} },
          promised("it raises at most", Phrases::WHOLE, "alerts a day") { {"alerts_a_day" => _1} },
          Phrases.one_of({**PromiseSentence::LOUDEST.transform_keys { |level| {"loudest" => level} },
            {"on_front" => true} => PromiseSentence::ON_FRONT}, PROMISED)
        ].reduce(:|)

        rule(:gap) { Phrases::MAYBE_GAP }
        rule(:all) { Phrases.means(Phrases.say(ViewSentence::ALL)) { {"when" => {"all" => []}} } }
        rule(:some) { (Phrases.say("Mail where") | Phrases.say("mail where")) >> Phrases::GAP >> Conditions.new.when_part.as("when") }
        rule(:exception) do
          (Phrases::COMMA | Phrases::GAP) >> Phrases.say("unless") >> Phrases::GAP >> Conditions.new.unless_part.as("unless")
        end
        rule(:holds) { Phrases.sign(":") >> Phrases::GAP >> HOLDS.as("holds") }
        rule(:arriving) { Phrases::COMMA >> Phrases.say("arriving") >> Phrases::GAP >> SPAN.as("arriving") }
        rule(:sentence) { gap >> (all | some) >> exception.maybe >> holds >> arriving.maybe >> Phrases.sign(".") >> gap }
        root(:sentence)
      end
    end
  end
end
