# frozen_string_literal: true

require "mail"

module UpFront
  module Post
    # The leaves of a message, in their order, with what each is for: its text, another form of it, or a file. An attached message
    # (RFC 2046, section 5.2.1) is a leaf, and its own leaves follow it. No leaf is left out: what lies deeper than is read stands for
    # itself, as a file, and where there are too many the last is the whole message.
    class PartTree
      MAX_PARTS = 1_000 # a message of more is made to hurt
      MAX_DEPTH = 30

      # @!attribute twin [Boolean] one of several forms of the same text (RFC 2046, section 5.1.4)
      # @!attribute within [Leaf, nil] the attached message that it belongs to
      # @!attribute whole [Boolean] a container that is not looked into
      Leaf = Struct.new(:part, :type, :twin, :within, :whole, keyword_init: true) do
        # @return [Mail::Message, nil] the message that is attached
        def inner = @inner ||= (Mail.new(part.body.decoded) if type == "message/rfc822" && !whole)
      end

      # @return [Array<Leaf>]
      attr_reader :leaves

      # @param mail [Mail::Message]
      def initialize(mail)
        @leaves = []
        @mail = mail
        gather(mail, 0)
      end

      # A type that is missing or broken is plain text (RFC 2045, section 5.2).
      def self.type(part)
        declared = part.mime_type.to_s.downcase
        (declared.empty? || !declared.include?("/")) ? "text/plain" : declared
      rescue *ParseFaults::ALL
        "text/plain"
      end

      # Whether it has parts that could be told apart; with a boundary that is nowhere, there are none.
      def self.container?(part) = part.multipart? && part.parts.any?

      private

      def gather(part, depth, twin: false, within: nil)
        return if full?
        return leaf(@mail, whole: true) if @leaves.size == MAX_PARTS - 1
        return leaf(part, within: within, whole: true) if depth > MAX_DEPTH

        if PartTree.container?(part)
          twin ||= PartTree.type(part) == "multipart/alternative"
          part.parts.each { gather(_1, depth + 1, twin: twin, within: within) }
        else
          own = leaf(part, twin: twin, within: within)
          gather(own.inner, depth + 1, within: own) if own.inner
        end
      end

      def full? = @leaves.size >= MAX_PARTS

      def leaf(part, **about) = Leaf.new(part: part, type: PartTree.type(part), **about).tap { @leaves << _1 }
    end
  end
end
