# frozen_string_literal: true

module UpFront
  module Core
    # An away notice that the server gives in Up Front's place (RFC 5230): while it holds, to whom it is meant, once in so many days. Whom a
    # program does not answer, the server knows by its own rules (section 4.6).
    class FilterAway
      SUBJECT = "Away"

      # @param notice [Hash] "from" and "until" (ISO 8601), "inside", "outside" (texts), "whom", "except" (people), "days"
      def initialize(notice)
        @notice = notice
      end

      # @param tests [FilterTests] @param names [Names] @return [String] the command @raise [FilterTests::Stays]
      def command(tests, names)
        inside = tests.from_any(names.organisation)
        whom = {"organisation" => inside, "contacts" => tests.any([inside, tests.from_any(names.contacts)])}.fetch(@notice["whom"], "true")
        left_out = @notice["except"].map { |term| tests.invert(tests.from_any(AddressSet.of(term))) }
        from, over = %w[from until].map { tests.since_instant(Time.iso8601(@notice[_1])) }
        meant = tests.all([from, tests.invert(over), whom, *left_out])
        "if #{meant} {\r\n#{answers(inside, names)}\r\n}"
      end

      private

      def answers(inside, names)
        one, other = [@notice["inside"], @notice["outside"]].map { vacation(_1, names) }
        return other if @notice["inside"] == @notice["outside"] || inside == "false"

        "if #{inside} {\r\n#{one}\r\n} else {\r\n#{other}\r\n}"
      end

      def vacation(text, names)
        "vacation :days #{@notice["days"]} :subject #{FilterText.quoted(SUBJECT)} :addresses #{FilterText.list(names.me.keys.sort)} " \
          "#{FilterText.lines(text)};"
      end
    end
  end
end
