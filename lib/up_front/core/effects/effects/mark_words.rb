# frozen_string_literal: true

module UpFront
  module Core
    module Effects
      # Words to mark in the message where it shows, beside those that rules looked for. They stand in the trace, and
      # only {Marking} asks for them.
      class MarkWordsEffect < ListEffect
        def field = nil
        def read_item(item, check, _names) = Types::Text.term(item, "mentions", check)
        def say_item(text) = Quoting.text(text)
        def written_item(phrases) = phrases.quoted
        def editor = {shape: "texts", lead: @lead, label: @label}
      end

      MarkWords = MarkWordsEffect.new("mark_words", place: 5, phrase: "mark the words", lead: "these words are marked in it",
        label: "Words to mark",
        menu: [["has words marked in it", "highlight words text stand out", []]])
    end
  end
end
