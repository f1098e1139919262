# frozen_string_literal: true

require "addressable/idna"

module UpFront
  module Core
    # What a person should know of a sender's domain before they trust it: letters that only look like others (Unicode Technical
    # Standard 39, sections 4 and 5), and names that are written in another script behind an ASCII form (RFC 5890).
    class Cautions
      SCRIPTS = %w[Latin Greek Cyrillic Armenian Hebrew Arabic Thai Han Hiragana Katakana Hangul Georgian Cherokee]
        .to_h { |name| [name, /\p{#{name}}/] }.freeze
      TOGETHER = [%w[Han Hiragana Katakana], %w[Han Hangul]].freeze # that one language is written in

      # Letters that pass for a Latin one, as the eye takes them.
      LOOKS = {
        "а" => "a", "е" => "e", "о" => "o", "р" => "p", "с" => "c", "у" => "y", "х" => "x", "і" => "i", "ј" => "j", "ѕ" => "s", "ԁ" => "d",
        "ԛ" => "q", "ԝ" => "w", "һ" => "h", "к" => "k", "м" => "m", "т" => "t", "в" => "b", "н" => "h", "г" => "r", "п" => "n", "ӏ" => "l",
        "α" => "a", "ε" => "e", "ο" => "o", "ρ" => "p", "ν" => "v", "υ" => "u", "ι" => "i", "κ" => "k", "τ" => "t", "χ" => "x", "ω" => "w",
        "օ" => "o", "ս" => "u", "հ" => "h", "ո" => "n", "ց" => "g", "ı" => "i", "ł" => "l", "ø" => "o", "0" => "o", "1" => "l"
      }.freeze

      # @param known [Enumerable<String>] domains that the person knows
      def initialize(known)
        @known = known.to_h { [looks(_1), _1] }
      end

      # @param address [Address] @return [String, nil] a sentence
      def of(address)
        domain = address.domain or return
        written = unicode(domain)
        passes = @known[looks(written)]
        own = (written == domain) ? "" : ", and is #{domain}"
        return "“#{written}” looks like #{passes}, which you know, but is another domain#{own}." if passes && passes != domain
        return if written == domain
        return "“#{written}” mixes letters of several alphabets, so that it can pass for another domain#{own}." if mixed?(written)
        return "“#{written}” is written in letters that look like Latin ones#{own}." if looks(written).ascii_only?

        "The domain “#{written}” is also written #{domain}."
      end

      private

      def unicode(domain)
        Addressable::IDNA.to_unicode(domain)
      rescue Addressable::IDNA::PunycodeBadInput, Addressable::IDNA::PunycodeBigOutput, Addressable::IDNA::PunycodeOverflow, ArgumentError
        domain
      end

      def mixed?(domain)
        domain.split(".").any? do |label|
          scripts = SCRIPTS.select { |_, pattern| label.match?(pattern) }.keys
          scripts.size > 1 && TOGETHER.none? { (scripts - _1).empty? }
        end
      end

      def looks(domain) = domain.downcase.each_char.map { LOOKS.fetch(_1, _1) }.join
    end
  end
end
