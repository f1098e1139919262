# frozen_string_literal: true

module UpFront
  module Core
    # Plain text whose paragraphs flow (RFC 3676): lines of at most 78 characters, of which those that go on end with a space; what is
    # quoted keeps its depth.
    module Flowed
      WIDTH = 72
      SIGNATURE = "-- "

      module_function

      # @param text [String] as it is written, a paragraph a line @return [String] with line feeds
      def encode(text) = text.gsub(/\r\n?/, "\n").split("\n", -1).flat_map { lines(_1) }.join("\n")

      # @param text [String] as it came @return [String] a paragraph a line
      def decode(text)
        text.gsub("\r\n", "\n").split("\n", -1).each_with_object([]) { |line, done|
          depth, rest = depth(line)
          rest = rest.delete_prefix(" ")
          last = done.last
          if last && last[:open] && last[:depth] == depth && rest != SIGNATURE
            last[:text] << rest
          else
            done << (last = {depth: depth, text: +rest})
          end
          last[:open] = rest.end_with?(" ") && rest != SIGNATURE
        }.map { |each| (each[:depth].zero? ? "" : "#{">" * each[:depth]} ") + each[:text] }.join("\n")
      end

      # @return [Array<String>]
      def lines(paragraph)
        return [SIGNATURE] if paragraph == SIGNATURE

        depth, rest = depth(paragraph)
        rest = rest.delete_prefix(" ") if depth.positive?
        rest = rest.sub(/ +\z/, "") # else it would go on in the next
        before = depth.zero? ? "" : "#{">" * depth} "
        broken(rest, WIDTH - before.size).map { |line| before.empty? ? stuffed(line) : before + line }
      end

      def depth(line)
        depth = line[/\A>+/].to_s.size
        [depth, line[depth..]]
      end

      # A line that begins so would be taken for another thing (RFC 3676, section 4.4).
      def stuffed(line) = line.match?(/\A(?: |>|From )/) ? " #{line}" : line

      # At spaces that stay at the end of the line; what has none is left whole, up to what a line may hold (RFC 5322, section 2.1.1).
      def broken(text, width)
        return [text] if text.size <= width

        lines = [+""]
        text.scan(/[^ ]+ *| +/) do |piece|
          lines << +"" if !lines.last.empty? && lines.last.size + piece.rstrip.size > width
          lines.last << piece
        end
        lines
      end
      private_class_method :lines, :depth, :stuffed, :broken
    end
  end
end
