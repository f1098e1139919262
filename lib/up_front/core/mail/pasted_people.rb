# frozen_string_literal: true

module UpFront
  module Core
    # People as a person writes and pastes them: a list as in a message's To field (RFC 5322, section 3.4), with names, groups and
    # comments; addresses a line each; "anyone at b.example", "@b.example", "*@b.example" or "b.example" for a whole domain;
    # the name of somebody who is known.
    class PastedPeople
      MOST = 5_000 # as many as a list of the rulebook takes
      LONGEST = 400_000 # letters: so many addresses of eighty
      ADDRESS = /\A[^\s<>(),;:"@*][^\s<>(),;:"@]*@[^\s<>(),;:"@*]+\z/
      DOMAIN = /\A@?(?:[\p{L}\p{Nd}_](?:[\p{L}\p{Nd}_-]*[\p{L}\p{Nd}_])?\.)+[\p{L}\p{Nd}-]{2,}\z/
      EVERYONE = /\A(?:anyone|anybody|everyone|everybody|all) (?:at|from) +(.+)\z/i
      WHO = {"me" => "me", "myself" => "me", "my organisation" => "my_organisation", "contacts" => "contacts",
             "my contacts" => "contacts", "one of my contacts" => "contacts"}.freeze

      # @return [Array<String>] addresses, @domains and, where they may stand, group:NAME, me, my_organisation, contacts; each once
      attr_reader :terms

      # @return [Array<String>] what is nobody
      attr_reader :unread

      # @param text [String, Array<String>] as written
      # @param groups [Array<String>, nil] the names of the groups that may be meant; nil where only addresses and domains stand
      # @param known [#call] of a name gives the addresses of those who are called so
      def initialize(text, groups: nil, known: ->(_name) { [] })
        @groups = groups&.to_h { [Text.fold(_1), _1] }
        @known = known
        @unread = []
        pieces = Array(text).flat_map { pieces(_1.to_s[0, LONGEST].scrub) }.first(MOST)
        @terms = pieces.flat_map { read(_1) }.uniq
        freeze
      end

      private

      # Parts a list at its commas, semicolons and line ends; not within quotes, angle brackets or comments.
      def pieces(text)
        pieces = [+""]
        closes = nil
        text.each_char do |letter|
          if closes
            closes = nil if letter == closes || letter == "\n"
          else
            closes = {"\"" => "\"", "<" => ">", "(" => ")"}[letter]
          end
          (closes.nil? && ",;\n\r".include?(letter)) ? pieces << +"" : pieces.last << letter
        end
        pieces.map(&:strip).reject(&:empty?)
      end

      def read(piece)
        several = piece.split
        return several.flat_map { read(_1) } if several.size > 1 && several.all? { one(_1)&.include?("@") }

        one(piece) || named(piece) || (@unread << piece.gsub(/\s+/, " ")[0, 200]) && []
      end

      # @return [String, nil]
      def one(piece)
        plain = piece.gsub(/\([^()]*\)/, "").sub(/\A[^":<@]*:(?=.*@)/, "").strip # without comments, and a group's name before its members
        plain = plain[/<([^<>]*)>\s*\z/, 1] || plain
        plain = plain.strip.sub(/\Amailto:/i, "").sub(/\?.*\z/m, "").delete_suffix(".")
        plain = plain[EVERYONE, 1].strip if plain.match?(EVERYONE)
        plain = plain.delete_prefix("*")
        return plain if plain.match?(ADDRESS)

        "@#{plain.delete_prefix("@")}" if plain.match?(DOMAIN)
      end

      def named(piece)
        plain = Text.fold(piece.delete("\"“”").sub(/\A(?:one of|the group|group:?) +/i, ""))
        return WHO[plain] if @groups && WHO.key?(plain)
        return "group:#{@groups[plain]}" if @groups&.key?(plain)

        addresses = @known.call(piece.delete("\"“”").strip)
        addresses if addresses.any?
      end
    end
  end
end
