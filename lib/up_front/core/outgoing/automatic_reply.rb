# frozen_string_literal: true

module UpFront
  module Core
    # Whether a message may be answered by a program, and to whom (RFC 3834): never a list, what was itself sent automatically, a sender
    # that reads no answers, oneself, nor where one is not named.
    class AutomaticReply
      # @param reading [Reading] of the message @param names [Names] who the owner is
      def initialize(reading, names)
        @message = reading.message
        @names = names
      end

      # Where the answer goes (section 4): to the envelope's sender, which a delivery agent writes into Return-Path, else to From.
      # @return [Address, nil]
      def recipient
        path = @message.header("return-path").first
        return @message.from.first if path.nil?

        email = path[/<?\s*([^<>\s]+@[^<>\s]+)\s*>?/, 1]
        email && (@message.from.find { _1.key == Address.normalise(email) } || Address.new(email))
      end

      # @return [String, nil] why it is not answered (section 2); nil where it may be
      def reason
        return "nobody is named as its sender" if recipient.nil?
        return "it came through a list" if list?
        return "it was sent automatically" if Facts::Transport.automatic?(@message) || notice?
        return "its sender reads no answers" if deaf?(recipient)
        return "it is your own" if @names.me.include?(recipient) || @message.from.any? { @names.me.include?(_1) }

        "you are not named in it" unless (@message.to + @message.cc).any? { @names.me.include?(_1) }
      end

      private

      # Anything that a list puts there (RFC 2369, RFC 2919).
      def list?
        Facts::Transport.to_list?(@message) || @message.headers.keys.any? { _1.start_with?("list-") } ||
          %w[bulk junk].include?(Facts::Transport.precedence(@message))
      end

      NOTICES = %w[notice auto_reply newsletter].freeze
      private_constant :NOTICES

      def notice? = NOTICES.include?(Facts::Transport.kind(@message)) || @message.header("x-auto-response-suppress").any?

      DEAF = /\A(?:no-?_?reply|do-?_?not-?_?reply|mailer-daemon|postmaster|bounces?|owner-.*|.*-request|.*-owner|root|daemon)(?:[+-].*)?\z/
      private_constant :DEAF

      def deaf?(address) = address.local.match?(DEAF)
    end
  end
end
