# frozen_string_literal: true

module UpFront
  module Core
    module Language
      # How effects are written, made of the effects themselves. Each gives its topic with its value.
      class EffectsWritten < Parslet::Parser
        def self.topic(effect) = Phrases.means(effect.written(EffectPhrases).as(:value)) { [effect.topic, _1[:value]] }

        rule(:effect) { Effects.all.map { EffectsWritten.topic(_1) }.reduce(:|) }
        rule(:nothing) { Phrases.means(EffectPhrases.say(Sentence::NO_EFFECT)) { [] } }
        rule(:effects) { nothing | Phrases.several(effect, nil) }
        root(:effects)
      end
    end
  end
end
