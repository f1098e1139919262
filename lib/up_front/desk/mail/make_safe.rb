# frozen_string_literal: true

module UpFront
  module Desk
    # Makes the safe form of the HTML of mail that has come in, a few messages at a time behind intake, so that opening one only
    # has to show it.
    class MakeSafe < Act
      STEP = 20
      STEP_SECONDS = 0.1 # what else the same thread does should not wait

      # Where a message's HTML finds the message's own pictures.
      def self.inline_at(id) = "/api/messages/#{id}/inline/"

      # @param message [Store::Message] @param remote [Boolean] with what it would fetch from elsewhere
      # @return [Array(String, Boolean), nil] its HTML, and whether remote content was left out; nil where none can be shown
      def self.of(message, remote: false)
        return unless Store::SafeHTML.declared?(message.headers) && !message.rough
        return now(message.id, message.raw, remote: remote) if remote || message.id > Store::SafeHTML.upto

        Store::SafeHTML.where(message_id: message.id).pick(:html, :left_out)
      end

      def self.now(id, raw, **how)
        Post::Apart.call(:safe_html, raw, inline_at: inline_at(id), **how)
      rescue Post::Apart::Exceeded
        nil
      end

      # @return [Integer] how many messages were looked at
      def call
        began = Process.clock_gettime(Process::CLOCK_MONOTONIC)
        made = {}
        Store::SafeHTML.waiting(STEP).each do |id|
          made[id] = MakeSafe.made(id)
          break if Process.clock_gettime(Process::CLOCK_MONOTONIC) - began > STEP_SECONDS
        end
        transaction { Store::SafeHTML.keep(made) } if made.any?
        made.size
      end

      def self.made(id) = Store::SafeHTML.bytes(id)&.then { |raw| now(id, raw) }
    end
  end
end
