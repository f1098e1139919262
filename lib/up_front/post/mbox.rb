# frozen_string_literal: true

module UpFront
  module Post
    # Reads an mbox file message by message, holding one in memory (RFC 4155; files whose body lines are quoted with `>`, and those
    # that give each message's length instead).
    class Mbox
      DAY = /(?:Mon|Tue|Wed|Thu|Fri|Sat|Sun)/n
      MONTH = /(?:Jan|Feb|Mar|Apr|May|Jun|Jul|Aug|Sep|Oct|Nov|Dec)/n
      ZONE = /(?:[A-Z]{1,5}|[+-]\d{4})/n
      CLOCK = /\d\d?:\d\d(?::\d\d)?/n

      # The line that parts messages tells who sent it and when, as asctime writes it (RFC 4155, appendix A); some programs add a
      # zone, or write the date as in a header. "From bob at 12:30" is text.
      SEPARATOR = /\A
        From\ [^\r\n]{0,998}?
        (?:#{DAY}\ {1,2}#{MONTH}\ {1,2}\d\d?\ #{CLOCK}(?:\ #{ZONE}){0,2}\ \d{4}(?:\ #{ZONE})?
          |#{DAY},\ \d\d?\ #{MONTH}\ \d{4}\ #{CLOCK}(?:\ #{ZONE})?
          |\d{4}-\d\d-\d\d[\ T]#{CLOCK}\S{0,12})
        (?:\ remote\ from\ \S{1,255})?[\ \t]*\r?\n?\z
      /nx

      SEPARATOR_BYTES = 2_000
      LINE_BYTES = 1_000_000 # of a line that is held at once
      LENGTH = /\AContent-Length:[ \t]*(\d{1,12})[ \t]*\r?\n\z/ni
      EMPTY = /\A\r?\n\z/n
      QUOTED = /\A>(>*From )/n

      # @param io [IO] binary @param from [Integer] the byte to begin at, a place that was yielded before
      def initialize(io, from: 0)
        @io = io
        @io.seek(from)
      end

      # @return [Boolean] whether a line parts messages
      def self.separator?(line) = line.start_with?("From ") && line.bytesize < SEPARATOR_BYTES && line.match?(SEPARATOR)

      # @yield [String, Integer] a message's bytes and the place after it
      def each
        return enum_for(:each) unless block_given?

        @message = nil
        blank = true
        place = @io.pos
        while (line = @io.gets("\n", LINE_BYTES))
          if blank && Mbox.separator?(line)
            yield finish, place if @message
            begin_message
          elsif @message
            add(line)
          end
          blank = line.match?(EMPTY)
          blank && @heading && end_heading
          place = @io.pos
        end
        yield finish, place if @message
      end

      private

      def begin_message
        @message = +"".b
        @heading = true
        @length = nil
      end

      def add(line)
        @length ||= line[LENGTH, 1]&.to_i if @heading
        keep(line.start_with?(">") ? line.sub(QUOTED, "\\1") : line)
      end

      # A message over the bound is kept up to it; nothing that follows is lost.
      def keep(bytes)
        room = Letter::MAX_BYTES - @message.bytesize
        @message << ((bytes.bytesize <= room) ? bytes : bytes.byteslice(0, room)) if room.positive?
      end

      # A length that is told is true where a message begins behind it, or the file ends: then no line within it parts messages.
      def end_heading
        @heading = false
        start = @io.pos
        return unless @length&.positive? && start + @length <= @io.size

        ends = message_ends?(start + @length)
        @io.seek(start)
        take_body(@length) if ends
      end

      def message_ends?(place)
        @io.seek(place)
        line = @io.gets("\n", SEPARATOR_BYTES)
        line = @io.gets("\n", SEPARATOR_BYTES) if line&.match?(EMPTY)
        line.nil? || Mbox.separator?(line)
      end

      def take_body(left)
        while left.positive? && (line = @io.gets("\n", [left, LINE_BYTES].min))
          add(line)
          left -= line.bytesize
        end
      end

      def finish = @message.sub(/\r?\n\z/n, "")
    end
  end
end
