# frozen_string_literal: true

module UpFront
  module Core
    # One thing wrong with an input: where (a JSON Pointer, RFC 6901), what was expected, what was there. Where it names what is
    # not there: `lacks`, the kind and the name. `words` say it to a person where what was expected does not.
    Fault = Struct.new(:pointer, :expected, :found, :lacks, :words, keyword_init: true) do
      def to_s = "#{pointer.empty? ? "(the whole)" : pointer}: expected #{expected}#{", found #{found}" if found}"

      # @return [String] the same as a sentence for a person, who is shown the place and need not read of it
      def message = FaultWords.of(self)

      # @return [String] the same where nothing else shows the place
      def said = "#{English.sentence(PointerWords.of(pointer))}: #{message}".delete_prefix(": ")

      # @param place [String] pointer @return [Fault] the same, of an input that stood there in a larger one
      def within(place) = dup.tap { _1.pointer = pointer.delete_prefix(place) if "#{pointer}/".start_with?("#{place}/") }

      def to_h = {"pointer" => pointer, "expected" => expected, "found" => found}.compact
    end
  end
end
