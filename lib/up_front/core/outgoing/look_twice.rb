# frozen_string_literal: true

module UpFront
  module Core
    # What one should look at again before a message goes: a file that the text speaks of and that is not there, many recipients, an
    # address that is nearly one that one knows.
    class LookTwice
      MANY = 10 # recipients
      NEAR = 2 # letters in which an address may differ from a known one
      # English, German, Portuguese: what is written where a file goes along.
      FILES = /\b(?:attach(?:ed|ment|ments|ing)?|enclosed|anhang|anhänge|anbei|beigefügt\w*|angehängt\w*|beiliegend\w*|anexos?|
        anexad[oa]s?|seguem?\ em)\b/xi

      # @param known [Enumerable<String>] addresses that the person has written to or had mail from @param domains [Enumerable<String>]
      def initialize(known, domains)
        @known = known.to_set { Address.normalise(_1) }
        @by_domain = @known.group_by { _1.rpartition("@").last }
        @by_local = @known.group_by { _1.rpartition("@").first }
        @domains = domains
      end

      # @param recipients [Array<Address>] @param text [String] the person's own, and what is quoted @param files [Integer]
      # @return [Array<String>] sentences
      def of(recipients, text, files)
        [missing(text, files), many(recipients), *recipients.filter_map { near(_1) }].compact
      end

      private

      def missing(text, files)
        return unless files.zero?

        own = text.lines.take_while { !_1.match?(/\A(?:-- |---- Handed on)/) }.reject { _1.start_with?(">") }.join
        word = own[FILES] or return
        "The text says “#{word.strip}”, and no file goes with it."
      end

      def many(recipients)
        "It goes to #{recipients.size} people." if recipients.size > MANY
      end

      def near(address)
        return if @known.include?(address.key)

        caution = Cautions.new(@domains).of(address)
        return caution if caution

        # Two people of one house have two names, and one person has several houses: nearly the same is nearly the same there.
        alike = @by_domain.fetch(address.domain, []) + @by_local.fetch(address.local, [])
        other = alike.find { nearly?(_1, address.key) }
        "“#{address.email}” is new, and nearly #{other}, which you know." if other
      end

      # @return [Boolean] whether so few letters are put in, left out, changed or swapped (Damerau and Levenshtein)
      def nearly?(one, other)
        return false if (one.size - other.size).abs > NEAR || one.size < 8

        before, last = nil, (0..other.size).to_a
        one.each_char.with_index do |letter, row|
          line = [row + 1]
          other.each_char.with_index do |its, column|
            cost = (letter == its) ? 0 : 1
            best = [last[column + 1] + 1, line[column] + 1, last[column] + cost].min
            swapped = row.positive? && column.positive? && letter == other[column - 1] && one[row - 1] == its
            best = [best, before[column - 1] + 1].min if swapped
            line << best
          end
          return false if line.min > NEAR

          before, last = last, line
        end
        last.last.between?(1, NEAR)
      end
    end
  end
end
