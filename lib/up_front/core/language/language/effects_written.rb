# frozen_string_literal: true

module UpFront
  module Core
    module Language
      # How effects are written. Each gives its topic with its value.
      class EffectsWritten < Parslet::Parser
        EFFECT = "an effect, such as “straight in” or “high priority”"
        LATER = {"now" => "straight in", "next_round" => "wait for the next round", "off_front" => "off the Front"}.freeze

        def self.say(phrase) = Phrases.say(phrase, EFFECT)
        def self.topic(topic, atom) = Phrases.means(atom.as(:value)) { [topic, _1[:value]] }
        def self.given(inner, &) = Phrases.means(inner, &)

        STEADY = LATER.map { |kind, phrase| given(say(phrase)) { {kind => true} } }
        ROUND = given(say("wait for the round") >> Phrases::GAP >> Phrases::NAME.as(:name)) { {"round" => _1[:name]} }
        AFTER = given(say("wait for") >> Phrases::GAP >> Phrases::DURATION.as(:after)) { {"until" => {"after" => _1[:after]}} }
        WEEKDAY = given(Phrases.then_(say("wait until"), Phrases::DAY.as(:weekday), Phrases::TIME.as(:at))) { {"until" => {"weekday" => _1[:weekday], "at" => _1[:at]}} }
        DAYS_ON = given(Phrases.say("the next day")) { 1 } | given(Phrases::WHOLE.as(:days) >> Phrases::GAP >> Phrases.say("days later")) { _1[:days] }
        AT = given(say("wait until") >> Phrases::GAP >> Phrases::TIME.as(:at) >> (Phrases::GAP >> DAYS_ON.as(:days)).maybe) do |found|
          found = {at: found} if found.is_a?(String)
          {"until" => {"days" => found[:days] || 0, "at" => found[:at]}}
        end
        TIMING = topic("timing", [*STEADY, ROUND, AFTER, WEEKDAY, AT].reduce(:|))

        SET = Effects::PRIORITIES.map { |level| given(say("#{level} priority")) { level } }
        STEPS = %w[raise lower].map { |way| given(say("#{way} priority by") >> Phrases::GAP >> Phrases::WHOLE.as(:steps)) { |found| {way => found[:steps]} } }
        PRIORITY = topic("priority", (SET + STEPS).reduce(:|))

        SAYS = given(Phrases.say("that says") >> Phrases::GAP >> Phrases::QUOTED.as(:text)) { {"text" => _1[:text]} }
        SOUND = given(Phrases.say("with the sound") >> Phrases::GAP >> Phrases::NAME.as(:sound)) { {"sound" => _1[:sound]} }
        SWITCHED = Sentence::ALERT_SWITCHES.flat_map { |key, words| words.zip([true, false]).map { |phrase, value| given(Phrases.say(phrase)) { {key => value} } } }
        PART = [SAYS, SOUND, *SWITCHED].reduce(:|)
        MORE = given((Phrases::GAP >> PART.as(:part)).repeat) { |parts| Array(parts).grep(Hash).map { _1[:part] }.reduce({}, :merge) }
        LOUD = Sentence::ALERTS.map { |level, phrase| given(say(phrase) >> MORE.as(:more)) { {"level" => level, **_1[:more]} } }
        ALERT = topic("alert", [given(say("no alert")) { "none" }, *LOUD].reduce(:|))

        OTHERS = [
          topic("ink", given(say("ink") >> Phrases::GAP >> Phrases::NAME.as(:name)) { _1[:name] }),
          topic("labels", given(say("label") >> Phrases::GAP >> Phrases.several(Phrases::NAME, Phrases::AND).as(:names)) { _1[:names] }),
          topic("mark_words", given(say("mark the words") >> Phrases::GAP >> Phrases.several(Phrases::QUOTED, Phrases::AND).as(:words)) { _1[:words] }),
          topic("follow_up", given(say("follow up in") >> Phrases::GAP >> Phrases::DURATION.as(:after)) { {"in" => _1[:after]} }),
          topic("forward", given(say("forward to") >> Phrases::GAP >> Phrases.several(Phrases::ADDRESS, Phrases::AND).as(:to)) { _1[:to] }),
          topic("reply", given(say("reply with") >> Phrases::GAP >> Phrases::NAME.as(:name)) { _1[:name] })
        ].freeze
        SWITCHES = Sentence::SWITCHES.map { |key, words| topic(key, words.zip([true, false]).map { |phrase, value| given(say(phrase)) { value } }.reduce(:|)) }

        rule(:effect) { [TIMING, PRIORITY, ALERT, *OTHERS, *SWITCHES].reduce(:|) }
        rule(:nothing) { Phrases.means(EffectsWritten.say("nothing changes")) { [] } }
        rule(:effects) { nothing | Phrases.several(effect, nil) }
        root(:effects)
      end
    end
  end
end
