# frozen_string_literal: true

module UpFront
  module Core
    # A folder of a mailbox on a server, as it is read: its name, and what it is for (RFC 6154: all, archive, drafts, flagged, junk, sent,
    # trash; nil where it is not told).
    class MailboxFolder
      # front: its mail arrives; kept: it is at hand for looking things up; out: it is not read.
      ROLES = %w[front kept out].freeze

      USES = %w[all archive drafts flagged junk sent trash].freeze

      # Whose mail does not arrive: it is kept at hand, and claims nothing.
      QUIET = /
        \A(?:sent(?:[ -]?(?:items|mail|messages))?|drafts?|trash|deleted(?:[ -]?(?:items|messages))?
        |junk(?:[ -]?e?-?mail)?|spam|outbox)\z
      /ix
      QUIET_USES = %w[drafts junk sent trash].freeze
      AWAY = /\A(?:trash|deleted(?:[ -]?(?:items|messages))?|junk(?:[ -]?e?-?mail)?|spam)\z/i
      INBOX = /\Ainbox\z/i # RFC 3501, section 5.1: in any case

      # @param name [String] its parts between "/" @return [Boolean]
      def self.quiet?(name) = name.split("/").any? { _1.match?(QUIET) }

      attr_reader :name, :use

      # @param use [String, nil] of {USES}
      def initialize(name, use = nil)
        @name = name
        @use = use
        freeze
      end

      def inbox? = name.match?(INBOX)

      # @return [Boolean] whether it holds what one sends, writes or throws away
      def quiet? = QUIET_USES.include?(use) || (use.nil? && MailboxFolder.quiet?(name))

      # @return [Boolean] whether what is moved there is done with: thrown away, or junk
      def away? = use ? %w[junk trash].include?(use) : name.split("/").any? { _1.match?(AWAY) }

      # What is proposed for it. @return [String] of {ROLES}
      def proposed
        return "front" if inbox?

        (away? || %w[drafts flagged all].include?(use) || name.match?(/\A(?:drafts?|outbox)\z/i)) ? "out" : "kept"
      end
    end
  end
end
