# frozen_string_literal: true

require "net/imap"

module UpFront
  module Post
    # A connection to a server that speaks IMAP (RFC 3501, 9051), over which nothing goes that would change a mailbox: each command is
    # held against a list before it is sent, and all others raise. With `marks`, one that sets flags is among them, and no other.
    class ImapConnection < Net::IMAP
      # A command that is not on the list; a fault of ours.
      class Forbidden < StandardError; end

      ASKS = %w[CAPABILITY STARTTLS LOGIN AUTHENTICATE ENABLE LIST EXAMINE STATUS NOTIFY NOOP LOGOUT].freeze
      READS = ["UID FETCH", "UID SEARCH"].freeze
      MARKING = ["SELECT", "UID STORE"].freeze
      SETS_READ = /\bBODY\[|\bRFC822(?:\.TEXT)?(?![.\w])/i # what a server takes for reading a letter (RFC 3501, section 6.4.5)
      ADDS = "+FLAGS"
      MARKS = %i[Seen Flagged].freeze

      FLOOD = 10_000 # lines that nobody asked for and nobody understands

      # What is told of a mailbox, and is asked for or expected.
      KNOWN = %w[OK NO BAD BYE PREAUTH FETCH UIDFETCH EXPUNGE VANISHED EXISTS RECENT FLAGS SEARCH ESEARCH LIST STATUS CAPABILITY
        ENABLED].freeze

      attr_reader :certificate

      # @param most [Integer] untagged lines between two answers, at which the line is given up: set anew for whoever asks for many
      # @param options [Hash] as Net::IMAP's
      def initialize(host, port:, marks: false, **options)
        @marks = marks
        @unknown = 0
        super(host, port: port, **options)
        add_response_handler { count(_1) }
      end

      # @return [Boolean] whether it was given up since it sends what nobody understands
      def flooded? = @flooded

      # @return [OpenSSL::X509::Certificate, nil] of the server, where the line is encrypted
      def peer = @sock.respond_to?(:peer_cert) ? @sock.peer_cert : nil

      private

      def send_command(command, *given, &block)
        raise Forbidden, "#{command} is none of the commands that may be sent" unless may?(command, given)

        super
      end

      def may?(command, given)
        return true if ASKS.include?(command)
        return given.none? { texts(_1).any? { |text| text.match?(SETS_READ) } } if READS.include?(command)

        @marks && MARKING.include?(command) && (command == "SELECT" || marking?(given))
      end

      def marking?(given) = texts(given[1]) == [ADDS] && given[2].is_a?(Array) && (given[2] - MARKS).empty?

      def texts(given)
        case given
        when Array then given.flat_map { texts(_1) }
        when String then [given]
        when Atom, RawData then [given.data.to_s]
        else []
        end
      end

      # Lines that mean nothing are not kept, and too many of them are no mailbox.
      def count(response)
        return unless response.is_a?(UntaggedResponse) && !KNOWN.include?(response.name)

        clear_responses(response.name)
        return if (@unknown += 1) < FLOOD || @flooded

        @flooded = true
        disconnect
      end
    end
  end
end
