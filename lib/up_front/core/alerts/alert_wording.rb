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

      # @param message [#sender_name, #sender_key, #subject, #arrived_at, #account, #excerpt] @param zone [Zone] the owner's
      def self.of(message, zone)
        new("sender" => message.sender_name, "address" => message.sender_key, "subject" => message.subject,
          "time" => zone.local(message.arrived_at).strftime("%H:%M"), "account" => message.account.name, "excerpt" => message.excerpt)
      end

      EXCERPT = 200 # characters

      # @param message [Message] that need not be here @param zone [Zone] the owner's
      def self.of_facts(message, zone)
        who = message.from.first
        new("sender" => who&.shown, "address" => who&.email, "subject" => message.subject, "account" => message.account,
          "time" => zone.local(message.arrived_at).strftime("%H:%M"), "excerpt" => message.body[0, EXCERPT])
      end

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
