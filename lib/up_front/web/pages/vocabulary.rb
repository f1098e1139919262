# frozen_string_literal: true

module UpFront
  module Web
    module Pages
      # What rules may be made of, as the core defines it: facts with their operators, and what the
      # rulebook holds that a rule may name.
      class Vocabulary
        def initialize(rulebook)
          @document = rulebook.document
          @plan = rulebook.plan
        end

        def to_h
          {
            facts: Core::Facts.all.values.map { fact(_1) },
            effects: Core::EffectMenu::ENTRIES.map(&:to_h), sounds: Core::Effects::SOUNDS + Store::Sound.order(:name).pluck(:name), templates: names("templates"), forward_to: @document.fetch("forward_to", []),
            headings: @document.fetch("rules", []).filter_map { _1["heading"] }.uniq,
            labels: names("labels"), inks: names("inks"), groups: names("groups"), rounds: @plan.rounds.map(&:name), windows: @plan.windows.map(&:name),
            label_colours: @document.fetch("labels", []).to_h { [_1["name"], _1["colour"]] },
            ink_styles: @document.fetch("inks", []).to_h { |ink| [ink["name"], Core::Ink.new(ink).style] }, wordings: Core::AlertWording::NAMES
          }
        end

        # @return [Hash] with the facts of state, which only views ask about
        def for_views = to_h.merge(facts: [*Core::StateFacts.all.values, *Core::Facts.all.values].map { fact(_1) })

        private

        def fact(fact)
          {name: fact.name, words: fact.words, also: fact.also, denial: fact.denial, shape: shape(fact),
           ops: fact.type.ops.map { |name, words| {name: name, words: words, denial: Core::Sentence::NOT.fetch(words)} },
           choices: choices(fact).map { |value, words| {value: value, words: words} }}
        end

        def choices(fact) = (fact.type.respond_to?(:choices) && fact.type.choices) || {}

        def shape(fact)
          return "flag" if fact.denial
          return "choice" if choices(fact).any?
          {Core::Types::Number => "number", Core::Types::Day => "date", Core::Types::Span => "span", Core::Types::Ago => "duration"}.fetch(fact.type, "texts")
        end

        def names(kind) = @document.fetch(kind, []).map { _1["name"] }
      end
    end
  end
end
