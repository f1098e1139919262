# frozen_string_literal: true

module UpFront
  module Core
    # What an alert says: the rule's own text with names in braces filled in, in the form of RFC 6570's simple
    # expansion, or else the sender and the subject. It is plain text: nothing in it is ever markup.
    class AlertWording
      NAMES = {"sender" => "who wrote", "address" => "their address", "subject" => "the subject", "time" => "when it arrived",
               "account" => "the account", "excerpt" => "how it begins"}.freeze
      FORM = /\{(#{NAMES.keys.join("|")})\}/
      LONGEST = 300 # characters shown; more is not read in passing
      UNSEEN = /[[:cntrl:]\u202A-\u202E\u2066-\u2069]+/ # control characters, and those that turn the direction of text

      # @param values [Hash{String=>String}] by the names of {NAMES}
      def initialize(values)
        @values = values
      end

      # @param text [String, nil] the rule's own @return [String]
      def say(text)
        text = "{sender}: {subject}" if text.nil?
        filled = text.gsub(FORM) { @values.fetch($1, "").to_s }.gsub(UNSEEN, " ").squeeze(" ").strip
        (filled.size > LONGEST) ? "#{filled[0, LONGEST - 1]}…" : filled
      end
    end
  end
end
