# frozen_string_literal: true

module UpFront
  module Core
    # Small pieces of plain English that sentences share.
    module English
      NUMBERS = %w[no one two three four five six seven eight nine ten eleven twelve].freeze

      module_function

      # join(["a", "b", "c"], "or") => "a, b or c"
      def join(parts, word)
        *head, last = parts
        head.empty? ? last.to_s : "#{head.join(", ")} #{word} #{last}"
      end

      # count(2, "message") => "two messages"
      def count(number, noun, many = "#{noun}s")
        "#{NUMBERS[number] || thousands(number)} #{(number == 1) ? noun : many}"
      end

      # "1,751"
      def thousands(number) = number.digits.each_slice(3).map { _1.join.reverse }.reverse.join(",")

      # "none of them", "one of last month’s messages"
      def among(number, of) = number.zero? ? "none of #{of}" : count(number, "of #{of}", "of #{of}")

      # "9 March 2027", for what may be of any year
      def day(date) = date.strftime("%-d %B %Y")

      def sentence(text) = text.empty? ? text : text[0].upcase + text[1..]
    end
  end
end
