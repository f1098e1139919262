# frozen_string_literal: true

module UpFront
  module Core
    # Whether a passphrase may be one (OWASP ASVS 4, 2.1): long enough, not cut by what keeps it, and not among those that are tried first.
    # Nothing is asked of what signs it is made of.
    module Passphrase
      LEAST = 12 # letters
      MOST_BYTES = 72 # bcrypt reads no further
      ENOUGH = 3 # of 4, in how hard it is to guess (zxcvbn)

      module_function

      # @param about [Array<String>] what others know of whoever chooses it: their name, their addresses
      # @return [String, nil] what is wrong with it, and what to do
      def fault(text, about: [])
        text = text.to_s
        return "It has to be text." unless text.valid_encoding? && !text.include?("\0")
        return "Take at least #{LEAST} letters; several words are easy to keep in mind." if text.strip.size < LEAST
        if text.bytesize > MOST_BYTES
          return "Take at most #{MOST_BYTES} letters (fewer with accents): what is longer would not be looked at."
        end

        guessable(text, about)
      end

      # What is known of them is taken apart: a name within it helps as little as the name alone.
      def guessable(text, about)
        require "zxcvbn"
        found = Zxcvbn::Tester.new.test(text, about.flat_map { |each| [each, *each.split(/[^\p{L}\p{Nd}]+/)] }.reject { _1.size < 3 }.uniq)
        return if found.score >= ENOUGH

        why = found.feedback.warning.to_s
        reason = ": #{why[0].downcase}#{why[1..]}" unless why.empty?
        "That is tried early by whoever guesses#{reason}. Take words that have nothing to do with each other."
      end
      private_class_method :guessable
    end
  end
end
