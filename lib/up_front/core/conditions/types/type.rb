# frozen_string_literal: true

module UpFront
  module Core
    module Types
      # What every type of fact answers, as most of them do.
      module Type
        # @return [Symbol, nil] the kind of column of messages in which the store keeps an answer; nil where it lies elsewhere
        def column = nil

        # @param answer [Object] as a fact reads it @return [Object] as its column keeps it
        def stored(answer) = answer

        # @return [Hash{String=>String}, nil] the answers that there are, with what a sentence calls each; nil where they are open
        def choices = nil

        # @return [String] how a page asks for a value: texts, choice, flag, number, date, span or duration
        def shape = choices ? "choice" : "texts"

        # @param value [Object] from the file, without a fault @param names [Names]
        # @return [Object] with names as the rulebook spells them
        def settled(op, value, names) = rename(op, value) { |kind, name| names.spelling(kind, name) || name }

        # @yield [String, String] kind and name of each thing of the rulebook that the value names
        # @yieldreturn [String] what to name in its place @return [Object] a copy of the value
        def rename(_op, value) = value
      end
    end
  end
end
