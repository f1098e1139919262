# frozen_string_literal: true

require "tempfile"

module UpFront
  module CLI
    # Goes through files of mail, each message as it would arrive, and answers for each; the base of what does.
    class EachMessage
      # Some messages could not be answered for; the others were.
      class SomeFailed < Unusable; end

      # @param at [Time, nil] the arrival of every message; nil takes each message's own
      def initialize(rulebook, history:, at: nil, account: nil, mailbox: nil, heads_down: nil, pretty: false, out: $stdout, error: $stderr)
        @rulebook = rulebook
        @history = history
        @at = at
        @account = account
        @mailbox = mailbox
        @heads_down = heads_down
        @pretty = pretty
        @out = out
        @error = error
      end

      # @param paths [Array<String>] .eml or mbox, or standard input @raise [SomeFailed]
      def call(paths, input: $stdin)
        failed = paths.sum { |path| (path == App::STANDARD_INPUT) ? standard_input(input) : file(path, path) }
        finish
        raise SomeFailed, "#{failed} could not be decided." if failed.positive?
      end

      private

      def standard_input(input)
        Tempfile.create("up-front", binmode: true) do |copy|
          IO.copy_stream(input.binmode, copy)
          copy.close
          file(copy.path, "standard input")
        end
      end

      # @return [Integer] how many failed
      def file(path, shown)
        number = failed = 0
        Post::Batch.of(Post::MailFile.new(path, shown: shown)) do |letter|
          number += 1
          failed += 1 unless one(letter, shown, number)
        end
        failed
      rescue Post::MailFile::NoMail => no_mail
        @error.puts no_mail.message
        1
      end

      def one(letter, shown, number)
        fields = letter.fields
        arrival = @at || letter.arrival
        return no_arrival("#{shown}, message #{number} (#{fields[:message_id] || fields[:subject].inspect})") unless arrival

        answer(message(letter, fields, arrival))
        true
      end

      # @return [Boolean] whether the message is answered for all the same
      def no_arrival(which)
        @error.puts "#{which}: it tells no arrival (no Received header, no Date); give one with --at"
        false
      end

      # For those that count what tells no arrival, and leave it out.
      module LeavingOut
        private

        def left_out = @left_out.to_i

        def no_arrival(_which)
          @left_out = left_out + 1
          true
        end
      end

      # What is printed when all messages have been gone through; nothing, where each is answered for by itself.
      def finish = nil

      # @!method answer(message)
      #   @param message [Core::Message] prints what is asked of it

      def message(letter, fields, arrival)
        letter.message(account: @account.to_s, mailbox: @mailbox || "INBOX", arrived_at: arrival,
          first_contact: @history.first_contact?(fields.fetch(:from, []).first, arrival),
          reply_to_mine: @history.reply_to_mine?(fields[:message_id], fields.fetch(:references, [])))
      end

      def print(value) = @out.puts(@pretty ? JSON.pretty_generate(value) : JSON.generate(value))
    end
  end
end
