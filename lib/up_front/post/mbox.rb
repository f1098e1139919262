# frozen_string_literal: true

module UpFront
  module Post
    # Reads an mbox file message by message (RFC 4155; the quoted forms too), holding one in memory.
    class Mbox
      # A line that parts messages names a sender or a time; "From here on" does neither.
      SEPARATOR = /\AFrom (?:\S+@\S+|MAILER-DAEMON|.*\d\d:\d\d)/n

      # @param io [IO] binary @param from [Integer] the byte to begin at, a place that was yielded before
      def initialize(io, from: 0)
        @io = io
        @io.seek(from)
      end

      # @yield [String, Integer] a message's bytes and the place after it
      def each
        return enum_for(:each) unless block_given?

        message = nil
        blank = true
        too_long = false
        place = @io.pos
        @io.each_line("\n", 1_000_000) do |line|
          if blank && line.match?(SEPARATOR)
            yield finish(message, too_long), place if message
            message = +"".b
            too_long = false
          elsif message
            too_long ? nil : message << line.sub(/\A>(>*From )/n, "\\1")
            too_long ||= message.bytesize > Letter::MAX_BYTES
          end
          blank = line.match?(/\A\r?\n\z/n)
          place += line.bytesize
        end
        yield finish(message, too_long), place if message
      end

      private

      # A message over the bound is kept up to it; nothing that follows is lost.
      def finish(message, too_long)
        too_long ? message.byteslice(0, Letter::MAX_BYTES) : message.sub(/\r?\n\z/n, "")
      end
    end
  end
end
