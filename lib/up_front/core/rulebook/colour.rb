# frozen_string_literal: true

module UpFront
  module Core
    # A colour of a screen, and how well it reads on another (WCAG 2.2, relative luminance and contrast ratio).
    class Colour
      READABLE = 4.5 # success criterion 1.4.3, for text of ordinary size
      STEPS = 50 # of two per cent each, from a colour to black or white

      attr_reader :red, :green, :blue

      # @param text [String] "#RRGGBB"
      def self.parse(text) = new(*text.delete_prefix("#").scan(/../).map { _1.to_i(16) })

      # @param red [Integer] 0 to 255, as the others
      def initialize(red, green, blue)
        @red, @green, @blue = [red, green, blue].map { _1.round.clamp(0, 255) }
        freeze
      end

      BLACK = new(0, 0, 0)
      WHITE = new(255, 255, 255)

      def parts = [red, green, blue]

      # @return [Float] 0 to 1
      def luminance
        linear = parts.map { |part| (part / 255.0).then { (_1 <= 0.04045) ? _1 / 12.92 : ((_1 + 0.055) / 1.055)**2.4 } }
        linear.zip([0.2126, 0.7152, 0.0722]).sum { |value, weight| value * weight }
      end

      # @return [Float] 1 to 21
      def contrast(other)
        darker, lighter = [luminance, other.luminance].sort
        (lighter + 0.05) / (darker + 0.05)
      end

      # @param share [Float] of this colour; the rest is the other's @return [Colour]
      def over(other, share) = Colour.new(*parts.zip(other.parts).map { |own, theirs| own * share + theirs * (1 - share) })

      def readable?(grounds) = grounds.all? { contrast(_1) >= READABLE }

      # @param grounds [Array<Colour>] all dark or all light @return [Colour] the nearest to this one that reads on all of them
      def readable_on(grounds)
        towards = (grounds.sum(&:luminance) / grounds.size > 0.18) ? BLACK : WHITE
        (0..STEPS).lazy.map { |step| towards.over(self, step / STEPS.to_f) }.find { _1.readable?(grounds) } || towards
      end

      def to_s = format("#%02X%02X%02X", *parts)
      def ==(other) = other.is_a?(Colour) && other.parts == parts
      alias_method :eql?, :==
      def hash = parts.hash
    end
  end
end
