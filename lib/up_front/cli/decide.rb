# frozen_string_literal: true

require "tempfile"

module UpFront
  module CLI
    # Claims on files of mail: one JSON object a message, a line each, in order.
    class Decide
      # Some messages could not be decided; the others were.
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
        Post::MailFile.new(path, shown: shown).each do |raw, _|
          number += 1
          failed += 1 unless one(Post::Letter.new(raw).read, shown, number)
        end
        failed
      rescue Post::MailFile::NoMail => no_mail
        @error.puts no_mail.message
        1
      end

      def one(letter, shown, number)
        fields = letter.fields
        arrival = @at || letter.arrival
        unless arrival
          @error.puts "#{shown}, message #{number} (#{fields[:message_id] || fields[:subject].inspect}): it tells no arrival (no " \
            "Received header, no Date); give one with --at"
          return false
        end
        claim = @rulebook.decide(message(letter, fields, arrival), heads_down: @heads_down)
        print(Core::ClaimReport.new(claim, @rulebook.zone).to_h)
        true
      end

      def message(letter, fields, arrival)
        letter.message(account: @account.to_s, mailbox: @mailbox || "INBOX", arrived_at: arrival,
          first_contact: @history.first_contact?(fields.fetch(:from, []).first, arrival),
          reply_to_mine: @history.reply_to_mine?(fields[:message_id], fields.fetch(:references, [])))
      end

      def print(claim) = @out.puts(@pretty ? JSON.pretty_generate(claim) : JSON.generate(claim))
    end
  end
end
