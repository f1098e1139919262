# frozen_string_literal: true

module UpFront
  module Core
    module Effects
      # Labels of the rulebook.
      class LabelsEffect < ListEffect
        def shown? = true
        def read_item(item, check, names) = names.fetch(:labels, item, check)&.fetch("name")
        def rename(value) = value.map { yield("labels", _1) }
        def say_item(name) = Quoting.name(name)
        def written_item(phrases) = phrases.name
        def editor = {shape: "names", lead: @lead, label: @label, known: "labels"}
      end

      Labels = LabelsEffect.new("labels", place: 4, phrase: "label", told: "labelled", none: "no label", lead: "it is labelled",
        label: "Labels",
        menu: [["is labelled", "label tag word category", []]])
    end
  end
end
