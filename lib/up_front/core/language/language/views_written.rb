# frozen_string_literal: true

module UpFront
  module Core
    module Language
      # A whole saved view: "Mail where …. It is sorted by sender, ascending. It calls on Fridays at 15:00."
      class ViewsWritten < Parslet::Parser
        ASIDE = "a closing sentence, such as “It stands first.”"

        # A closing sentence that says one thing. @yield [Hash] what was read @yieldreturn [Hash] keys of the view
        def self.says(phrase, value = nil, &meaning)
          atom = Phrases.say(phrase, ASIDE)
          Phrases.means(value ? atom >> Phrases::GAP >> value.as(:value) : atom) do |found|
            meaning.call(found.is_a?(Hash) ? found[:value] : nil)
          end
        end

        SORT = Phrases.one_of(ViewSentence::SORTS, "what it is sorted by")
        ORDER = Phrases.one_of(ViewSentence::ORDERS, "an order")
        SORTED = Phrases.means(SORT.as(:by) >> Phrases::COMMA >> ORDER.as(:descending)) do
          {"by" => _1[:by], "descending" => _1[:descending]}
        end
        TRAITS = Phrases.one_of(ViewSentence::BAND.to_h { |(key, value), phrase| [{key => value}, phrase] }, "what the band does")
        BAND = Phrases.means(Phrases::WHOLE.as(:limit) >> (Phrases::COMMA >> TRAITS.as(:trait)).repeat.as(:traits)) do |found|
          {**View::BAND, "limit" => found[:limit], **Array(found[:traits]).grep(Hash).map { _1[:trait] }.reduce({}, :merge)}
        end
        CALL = Phrases.means(Values::SPAN_DAYS.as(:days) >> Phrases::GAP >> Phrases.say("at") >> Phrases::GAP >> Phrases::TIME.as(:at)) do
          {"days" => _1[:days], "at" => _1[:at]}
        end
        COLOUR = Token.new(/#\h{6}/, "a colour as #RRGGBB") { _1 }

        ASIDES = [
          *ViewSentence::FLAGS.map { |flag, phrase| says(phrase) { {flag => true} } },
          *ViewSentence::BADGES.map { |badge, phrase| says(phrase) { {"badge" => badge} } },
          says("It looks in", Phrases.several(Phrases::NAME, Phrases::AND)) { {"accounts" => _1} },
          says("It is sorted by", SORTED) { {"sort" => _1} },
          says("It is grouped by", Phrases.one_of(View::GROUPS.to_h { [_1, _1] }, "what it is grouped by")) { {"group_by" => _1} },
          says("Its mark is", Phrases::QUOTED) { {"mark" => _1} }, says("Its colour is", COLOUR) { {"colour" => _1} },
          says("It stands under", Phrases::NAME) { {"heading" => _1} }, says("Its digit is", Phrases::WHOLE) { {"key" => _1} },
          says("It is a band of", BAND) { {"band" => _1} },
          says("It calls on", CALL) { {"review" => [_1]} }
        ].reduce(:|)

        rule(:gap) { Phrases::MAYBE_GAP }
        rule(:stop) { Phrases.sign(".") }
        rule(:all) { Phrases.means(Phrases.say(ViewSentence::ALL)) { {"when" => {"all" => []}} } }
        rule(:some) { (Phrases.say("Mail where") | Phrases.say("mail where")) >> Phrases::GAP >> Conditions.new.when_part.as("when") }
        rule(:asides) { (Phrases::GAP >> ASIDES.as(:aside) >> stop).repeat.as(:asides) }
        rule(:sentence) { gap >> (all | some) >> stop >> asides >> gap }
        rule(:title) do
          gap >> (Phrases.say("View") | Phrases.say("view")) >> Phrases::GAP >>
            Phrases::QUOTED.as("name") >> (Phrases.sign(":") | Phrases.sign(".")).maybe
        end
        rule(:named) { title >> Phrases::GAP >> sentence }
        root(:sentence)
      end
    end
  end
end
