# frozen_string_literal: true

module UpFront
  module Core
    # A named style that highlights a message in every list. Its colours are corrected where they could not be
    # read on the grounds on which messages stand, in the light scheme and in the dark one.
    class Ink
      WEIGHTS = %w[normal bold].freeze
      SLANTS = %w[upright slanted].freeze
      SIZES = [-1, 0, 1, 2].freeze # pixels of the subject's line
      CHOICES = {"weight" => WEIGHTS, "slant" => SLANTS, "size" => SIZES}.freeze
      OPTIONAL = [*CHOICES.keys, "mark", "tint"].freeze

      # Where a message stands: the page, a sheet, and chosen; and the quieter text that stands on a tint too.
      Scheme = Struct.new(:grounds, :sheet, :soft, :share)
      SCHEMES = {
        "light" => Scheme.new(%w[#F4F6F3 #FFFFFF #DDEBE4].map { Colour.parse(_1) }, Colour::WHITE, Colour.parse("#56635C"), 0.22),
        "dark" => Scheme.new(%w[#121916 #1A2320 #1F3A32].map { Colour.parse(_1) }, Colour.parse("#1A2320"), Colour.parse("#A9B6AF"), 0.3)
      }.freeze
      FAINTER = 0.9 # a tint on which text would not read gives up a tenth of itself at a time

      attr_reader :name

      # @param thing [Hash] in the file's shape: name, colour, and what of {OPTIONAL} it has
      def initialize(thing)
        @name = thing.fetch("name")
        @thing = thing
        @colour = Colour.parse(thing.fetch("colour"))
        @tint = thing["tint"] && Colour.parse(thing["tint"])
      end

      # @return [Hash] by scheme, colour and tint ("#RRGGBB", or nil for no tint); weight, slant, size, mark
      def style
        schemes = SCHEMES.to_h { |name, scheme| [name.to_sym, in_scheme(scheme)] }
        {**schemes, weight: @thing.fetch("weight", "normal"), slant: @thing.fetch("slant", "upright"),
                    size: @thing.fetch("size", 0), mark: @thing.fetch("mark", false)}
      end

      # @return [Array<String>] what was corrected, in words
      def corrections
        SCHEMES.filter_map do |name, scheme|
          shown = colour_in(scheme)
          "In the #{name} scheme #{@colour} would be hard to read (#{lowest(scheme)} to 1); it is shown as #{shown}." if shown != @colour
        end
      end

      private

      def in_scheme(scheme) = {colour: colour_in(scheme).to_s, tint: tint_in(scheme)&.to_s}

      def colour_in(scheme) = @colour.readable_on([*scheme.grounds, *tint_in(scheme)])

      def lowest(scheme) = [*scheme.grounds, *tint_in(scheme)].map { @colour.contrast(_1) }.min.floor(1)

      # As strong as the quieter text that stands on it allows.
      def tint_in(scheme)
        return unless @tint

        share = scheme.share
        share *= FAINTER until share < 0.01 || scheme.soft.readable?([@tint.over(scheme.sheet, share)])
        @tint.over(scheme.sheet, share)
      end
    end
  end
end
