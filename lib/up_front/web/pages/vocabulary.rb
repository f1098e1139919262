# frozen_string_literal: true

module UpFront
  module Web
    module Pages
      # What rules may be made of, as the core defines it: facts with their operators, and what the
      # rulebook holds that a rule may name.
      class Vocabulary
        def initialize(rulebook)
          @rulebook = rulebook
          @document = rulebook.document
          @plan = rulebook.plan
        end

        def to_h
          {
            facts: Core::Facts.all.values.map { fact(_1) },
            effects: effects, editors: editors, sounds: Core::AlertEffect::SOUNDS + Store::Sound.order(:name).pluck(:name),
            templates: names("templates"), forward_to: @document.fetch("forward_to", []),
            headings: @document.fetch("rules", []).filter_map { _1["heading"] }.uniq,
            labels: names("labels"), inks: names("inks"), groups: names("groups"), rounds: @plan.rounds.map(&:name),
            windows: @plan.windows.map(&:name),
            label_colours: @rulebook.things("labels").to_h { [_1["name"], _1["colour"]] },
            ink_styles: @rulebook.things("inks").to_h { |ink| [ink["name"], Core::Ink.new(ink).style] },
            wordings: Core::AlertWording::NAMES
          }
        end

        # @return [Hash] with the facts of state, which only views ask about
        def for_views = to_h.merge(facts: [*Core::StateFacts.all.values, *Core::Facts.all.values].map { fact(_1) })

        private

        # As a person may look for them, each with what it begins as; not what nothing does yet.
        def effects
          Core::Effects.all.reject(&:outward?).flat_map do |effect|
            effect.menu.map { |entry| {topic: effect.topic, label: entry.label, also: entry.also, value: entry.value} }
          end
        end

        # @return [Hash] by topic, how each effect is edited
        def editors
          Core::Effects.all.to_h do |effect|
            editor = effect.editor
            [effect.topic, {label: effect.title, **editor, choices: (editor[:choices] || {})
              .map { |value, label| {value: value, label: label} }}]
          end
        end

        def fact(fact)
          {name: fact.name, label: fact.label, also: fact.also, denial: fact.denial, shape: shape(fact),
           ops: fact.type.ops.map { |name, label| {name: name, label: label, denial: Core::Sentence::NOT.fetch(label)} },
           choices: choices(fact).map { |value, label| {value: value, label: label} }}
        end

        def choices(fact) = fact.type.choices || {}

        # A fact that holds or not is asked for as one, whatever its type makes of it.
        def shape(fact) = fact.denial ? "flag" : fact.type.shape

        def names(kind) = @rulebook.things(kind).map { _1["name"] }
      end
    end
  end
end
