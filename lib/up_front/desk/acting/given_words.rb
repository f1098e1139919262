# frozen_string_literal: true

module UpFront
  module Desk
    # Words as a person gives them for a thing of theirs.
    module GivenWords
      module_function

      # @param text [Object] @param most [Integer] characters @return [String] one line, without what cannot be seen
      def line(text, most) = Core::Visible.line(text.to_s.gsub(/\s+/, " ").strip)[0, most]

      # Without words of its own it is called as its message is. @param message [Store::Message, nil] @return [String]
      # @raise [Act::Impossible] that says what is missing
      def or_subject(text, message, most, missing:, pointer:)
        [text, message&.subject].each { |words| line(words, most).then { return _1 unless _1.empty? } }
        raise Act::Impossible.new(missing, pointer: pointer)
      end
    end
  end
end
