# frozen_string_literal: true

module UpFront
  module Core
    module Language
      # The pieces of grammar that an effect writes itself with ({Effect#written}).
      module EffectPhrases
        EFFECT = "an effect, such as “straight in” or “high priority”"

        module_function

        def name = Phrases::NAME
        def quoted = Phrases::QUOTED
        def address = Phrases::ADDRESS
        def whole = Phrases::WHOLE
        def time = Phrases::TIME
        def day = Phrases::DAY
        def duration = Phrases::DURATION
        def several(item) = Phrases.several(item, Phrases::AND)

        # A phrase that stands for a value, which the block gives.
        def value(phrase) = Phrases.means(say(phrase)) { yield }

        # A phrase with something after it. @yield [Object] what that is; without a block it is the value
        def after(phrase, atom, &meaning) = Phrases.means(say(phrase) >> Phrases::GAP >> atom.as(:given)) { meant(_1[:given], meaning) }

        # Something with a phrase after it, giving the former.
        def before(phrase, atom) = Phrases.means(atom.as(:given) >> Phrases::GAP >> say(phrase)) { _1[:given] }

        # A phrase with things behind it, each after a gap. @yield [Array] them
        def followed(phrase, things) = Phrases.means(say(phrase) >> things.as(:given)) { yield _1[:given] }

        # Any number of something, each after a gap, giving a list.
        def repeated(atom) = Phrases.means((Phrases::GAP >> atom.as(:one)).repeat) { |found| Array(found).grep(Hash).map { _1[:one] } }

        # Two things with a gap between, giving both.
        def pair(one, other) = Phrases.means(one.as(:one) >> Phrases::GAP >> other.as(:other)) { _1.values_at(:one, :other) }

        # One thing, and perhaps another after it, giving both.
        def perhaps(one, other)
          Phrases.means(one.as(:one) >> (Phrases::GAP >> other.as(:other)).maybe) do |found|
            found.is_a?(Hash) ? found.values_at(:one, :other) : [found, nil]
          end
        end

        def say(phrase) = Phrases.say(phrase, EFFECT)
        def meant(given, meaning) = meaning ? meaning.call(*given) : given
        private_class_method :meant
      end
    end
  end
end
