# frozen_string_literal: true

module UpFront
  module Core
    # What is wrong with an input, in a person's words: what to give, and what stands there.
    module FaultWords
      # What can be named and not be there.
      KINDS = {"groups" => "group", "labels" => "label", "inks" => "ink", "templates" => "template", "windows" => "window",
               "rounds" => "round", "forward_to" => "address to forward to", "accounts" => "account"}.freeze
      KEYS = /\Aone of the keys (.+)\z/m
      NOTHING = ["null", "\"\"", "an empty list"].freeze # what is empty to a person, whatever JSON calls it

      module_function

      # @param fault [Fault] @return [String] a sentence
      def of(fault)
        return fault.words if fault.words
        return "There is no #{KINDS.fetch(fault.lacks.first)} “#{fault.lacks.last}” here." if fault.lacks

        keys = fault.expected[KEYS, 1]
        return "#{shown(fault.found)} does not belong here. What can stand here: #{keys}." if keys
        return "It wants #{fault.expected}: nothing stands here." if NOTHING.include?(fault.found)

        "It should be #{fault.expected}#{"; it is #{shown(fault.found)}" if fault.found}."
      end

      # A text stands in quotes, as a person writes them.
      def shown(found) = found.to_s.match?(/\A".*"\z/m) ? "“#{found[1..-2].gsub("\\\"", "\"")}”" : found.to_s
      private_class_method :shown
    end
  end
end
