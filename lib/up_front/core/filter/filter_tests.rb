# frozen_string_literal: true

module UpFront
  module Core
    # Reads a condition into a test of the mail filter language (RFC 5228; RFC 5260 for dates and the first of several headers; RFC 5231 for
    # comparing; RFC 5173 for bodies), where that says the same of every message. What it cannot say is told.
    class FilterTests
      # What keeps a condition here, as the end of a sentence.
      class Stays < StandardError; end

      CLOSE = "accents and whole words are not known there"
      ADDRESS = %r{\A[!-~&&[^"\\(),:;<>@\[\]]]+@[a-z0-9][a-z0-9.-]*\z} # in lower case; no IDNA, which is compared otherwise there
      DOMAIN = /\A[a-z0-9][a-z0-9.-]*\z/
      HEADERS = {"from" => %w[from], "to" => %w[to], "cc" => %w[cc], "recipients" => %w[to cc], "reply_to" => %w[reply-to]}.freeze
      TEXTS = {"subject" => %w[subject]}.freeze
      EDGES = {"contains" => [":contains", "", ""], "is" => [":is", "", ""], "starts_with" => [":matches", "", "*"],
               "ends_with" => [":matches", "*", ""]}.freeze
      ENDS = [" ", "\t", "\v", "\f", ";", "("].freeze # after the first word of a header (see {Facts::Transport})
      LARGEST = 2**31 - 1 # a number that every server takes (RFC 5228, section 2.4.1)
      YEARS = %w[1970 2200].freeze # see {Post::LetterHeaders}
      REASONS = {
        "first_contact" => "whether somebody wrote before is known here alone", "reply_to_mine" => "what you wrote is known here alone",
        "asks_something" => "what a text asks is known here alone", "account" => "a filter belongs to one mailbox",
        "mailbox" => "a filter works before mail lies anywhere", "has_attachment" => "attachments are not told apart there",
        "attachment_count" => "attachments are not told apart there", "attachment_name" => "attachments are not told apart there",
        "arrival" => "summer time is not known there", "in_window" => "summer time is not known there",
        "anywhere" => "it has no test for all of a message"
      }.freeze

      # @!attribute needs [Set<String>] the extensions that the tests so far want
      attr_reader :needs

      # @param names [Names] @param close [Boolean] whether texts, sizes and counts may go too, which come out nearly as here
      # @param now [Time] from which a zone is looked at for changes of its clock
      def initialize(names, now:, close: false)
        @names = names
        @zone = names.zone
        @close = close
        @steady = @zone.offsets(now, now + 10 * 366 * 86_400).then { |steps| steps.one? ? steps.first.last : nil }
        @needs = Set.new
      end

      # @param node [Condition] @return [String] a test @raise [Stays]
      def test(node)
        return negated(leaf(node), node.negated) if node.is_a?(Condition::Leaf)

        members = node.members.map { test(_1) }
        {"all" => all(members), "any" => any(members), "none" => invert(any(members))}.fetch(node.kind)
      end

      # @param date [Date] @return [String] whether it is that day, or later, where the owner is
      def from_day(date) = since_instant(@zone.instant(date, 0))

      # @param instant [Time] @return [String] whether it is that moment, or later
      def since_instant(instant) = since("currentdate", instant)

      # @param set [AddressSet] @return [String] whether one of them wrote it @raise [Stays]
      def from_any(set) = people(%w[from], set)

      def all(tests) = tests.include?("false") ? "false" : joined("allof", tests - %w[true], "true")
      def any(tests) = tests.include?("true") ? "true" : joined("anyof", tests - %w[false], "false")

      def invert(test)
        {"true" => "false", "false" => "true"}.fetch(test) { test.start_with?("not ") ? test.delete_prefix("not ") : "not #{test}" }
      end

      private

      def joined(word, tests, none)
        return none if tests.empty?

        tests.one? ? tests.first : "#{word}(#{tests.join(", ")})"
      end

      def negated(test, negated) = negated ? invert(test) : test

      def leaf(node)
        name, operand = node.fact.name, node.operand
        case operand
        when Types::People::Among then people(HEADERS.fetch(name), operand.set)
        when Types::People::PartOf then close { header(HEADERS.fetch(name), ":contains", node.value.map { plain(_1) }) }
        when Types::Text::Letters then close { letters(name, node.op, node.value) }
        when Types::Text::Mentions then stays("whole words are more than it can look for")
        when Facts::Involvement::Mine::Operand then negated(people(%w[from], operand.mine), !operand.value)
        when Facts::Involvement::Role::Operand then role(operand)
        when Types::Day::Operand then day(node, operand)
        when Types::Span::Operand then any(operand.spans.map { span(_1) })
        when Types::Number::Operand then close { number(name, operand) }
        when Types::Flag::Operand then negated(flag(name), !operand.value)
        when Types::Choice::Operand then any(operand.keys.map { choice(name, _1) })
        else stays(REASONS.fetch(name, "it has no test for that"))
        end
      end

      def stays(reason) = raise(Stays, reason)

      def close
        @close ? yield : stays(CLOSE)
      end

      # @return [String] a text in the letters that compare alike there
      def plain(text)
        folded = Text.fold(text)
        stays("letters beyond a to z are compared otherwise there") unless folded.ascii_only? && folded.size <= FilterText::MOST_LETTERS
        folded
      end

      def people(headers, set)
        odd = set.keys.find { !_1.match?(ADDRESS) || _1.include?("xn--") } || set.domains.find { !_1.match?(DOMAIN) || _1.include?("xn--") }
        stays("“#{odd}” is compared otherwise there") if odd

        keys = ("address :is #{FilterText.list(headers)} #{FilterText.list(set.keys.sort)}" if set.keys.any?)
        domains = set.domains.sort
        within = if domains.any?
          patterns = domains.flat_map { [_1, "*.#{_1}"] }
          "address :domain :matches #{FilterText.list(headers)} #{FilterText.list(patterns)}"
        end
        any([keys, within].compact)
      end

      def role(operand)
        to, cc = people(%w[to], operand.mine), people(%w[cc], operand.mine)
        any(operand.roles.map do |role|
          case role
          when "to" then to
          when "cc" then all([invert(to), cc])
          when "not_named" then all([invert(to), invert(cc)])
          else stays("whether you alone are meant cannot be asked there")
          end
        end)
      end

      def letters(name, op, terms)
        terms = terms.map { plain(_1) }
        return body(op, terms) if name == "body"
        return any([letters("subject", op, terms), body(op, terms)]) if name == "subject_or_body"

        match, before, after = EDGES.fetch(op)
        terms = terms.map { "#{before}#{FilterText.literal(_1)}#{after}" } if match == ":matches"
        headers = TEXTS[name] || (name.start_with?("header:") ? [name.delete_prefix("header:").strip] : nil)
        headers ? header(headers, match, terms) : stays(REASONS.fetch(name, "it has no test for that"))
      end

      def body(op, terms)
        stays("only parts of a text can be looked for there") unless op == "contains"
        @needs << "body"
        "body :text :contains #{FilterText.list(terms)}"
      end

      def header(names, match, values) = "header #{match} #{FilterText.list(names)} #{FilterText.list(values)}"

      # Whether the first word of the first header of that name is one of them.
      def first_word(name, words)
        @needs << "index"
        patterns = words.flat_map { |word| [word, *ENDS.map { "#{word}#{_1}*" }] }
        "header :index 1 :matches #{FilterText.quoted(name)} #{FilterText.list(patterns)}"
      end

      def flag(name)
        case name
        when "to_list" then any([exists("list-id"), first_word("precedence", %w[list])])
        when "has_unsubscribe" then exists("list-unsubscribe")
        when "automatic"
          submitted = all([exists("auto-submitted"), invert(first_word("auto-submitted", ["no", ""]))])
          any([submitted, first_word("precedence", %w[bulk junk auto_reply]),
            "address :localpart :is \"from\" #{FilterText.list(Facts::Transport::DEAF)}"])
        else stays(REASONS.fetch(name, "it has no test for that"))
        end
      end

      def exists(name) = "exists #{FilterText.quoted(name)}"

      def choice(name, value)
        return importance(value) if name == "sender_importance"
        return first_word("auto-submitted", %w[auto-replied]) if name == "kind" && value == "auto_reply"

        stays((name == "kind") ? "what brings an invitation cannot be told there" : REASONS.fetch(name, "it has no test for that"))
      end

      def importance(value)
        return invert(any([importance("high"), importance("low")])) if value == "normal"

        words = Facts::Transport::LEVELS.select { |_, level| level == value }.keys
        before = []
        any(%w[importance x-priority priority].map { |header|
          all([*before.map { invert(exists(_1)) }, first_word(header, words)]).tap { before << header }
        })
      end

      def number(name, operand)
        least = (operand.op == "at_least") ? operand.bound.ceil : operand.bound.floor + 1
        test = case name
        when "size"
          stays("a size as large is no number there") if least - 1 > LARGEST
          least.zero? ? "true" : "size :over #{least - 1}"
        when "recipient_count"
          @needs.merge(%w[relational comparator-i;ascii-numeric])
          least.zero? ? "true" : "address :count \"ge\" :comparator \"i;ascii-numeric\" [\"to\", \"cc\"] \"#{least}\""
        else stays(REASONS.fetch(name))
        end
        negated(test, operand.op == "at_most")
      end

      def day(node, operand)
        what = (node.fact.name == "sent_on") ? "date" : "currentdate"
        from, to = @zone.instant(operand.date, 0), @zone.instant(operand.date + 1, 0)
        test = case operand.op
        when "before" then invert(since(what, from))
        when "after" then since(what, to)
        else all([since(what, from), invert(since(what, to))])
        end
        (what == "date") ? all([test, *dated]) : test
      end

      # Undated mail fails every comparison.
      def dated = [part("date", "ge", "year", YEARS.first), part("date", "le", "year", YEARS.last)]

      # @param instant [Time] @return [String] whether the moment is that one, or later
      def since(what, instant)
        day, time = instant.getutc.strftime("%F %T").split
        return part(what, "ge", "date", day) if time == "00:00:00"

        any([part(what, "gt", "date", day), all([part(what, "eq", "date", day), part(what, "ge", "time", time)])])
      end

      def part(what, how, part, value, zone = "+0000")
        @needs.merge(%w[date relational])
        "#{what} :value \"#{how}\" :zone \"#{zone}\" #{"\"date\" " if what == "date"}\"#{part}\" \"#{value}\""
      end

      # A stretch of the week is the same hours all year only where the clock is never changed.
      def span(span)
        stays(REASONS.fetch("arrival")) unless @steady

        zone = format("%<sign>s%<hours>02d%<minutes>02d", sign: @steady.negative? ? "-" : "+", hours: @steady.abs / 3600,
          minutes: @steady.abs / 60 % 60)
        days = span.days.map { (Weekdays::ALL.index(_1) + 1) % 7 }
        return within(days, span.from, span.to, zone) if span.from < span.to

        any([within(days, span.from, 1_440, zone), within(days.map { (_1 + 1) % 7 }, 0, span.to, zone)])
      end

      def within(days, from, to, zone)
        return "false" if from >= to

        @needs.merge(%w[date relational])
        on = "currentdate :zone \"#{zone}\" :is \"weekday\" #{FilterText.list(days.map(&:to_s))}"
        ending = part("currentdate", "lt", "time", "#{Clockface.of(to)}:00", zone) if to < 1_440
        all([on, part("currentdate", "ge", "time", "#{Clockface.of(from)}:00", zone), ending].compact)
      end
    end
  end
end
