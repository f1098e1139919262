# frozen_string_literal: true

module UpFront
  module Core
    # What a rulebook says that a server's mail filter can say too (Sieve, RFC 5228, with imap4flags of RFC 5232): whole rules, with what
    # stays here and why. It marks mail and does nothing else with it: nothing is moved, sent on or thrown away there.
    #
    # The first rule to speak decides, as here: what is decided otherwise is kept as a mark of its own until the end of the script. Of a
    # rule that stays, what it keeps the later ones from is carried where its conditions can be asked there; else those stay too.
    class FilterScript
      FLAGS = {"flag" => "\\Flagged", "mark_read" => "\\Seen"}.freeze
      NOT = {"flag" => "$UpFrontNoFlag", "mark_read" => "$UpFrontNotRead"}.freeze # decided otherwise by an earlier rule
      TOPICS = ["labels", *FLAGS.keys].freeze
      STAYING = {
        "timing" => "when mail surfaces is Up Front’s", "priority" => "priorities are Up Front’s", "alert" => "alerts are Up Front’s",
        "ink" => "inks are Up Front’s", "mark_words" => "words are marked by Up Front", "keep_at_top" => "the Front is Up Front’s",
        "discard" => "there it would be lost", "follow_up" => "follow-ups are Up Front’s", "forward_inline" => "Up Front forwards it",
        "forward" => "Up Front forwards it, and twice is once too often", "reply" => "Up Front answers it, and twice is once too often"
      }.freeze

      # @!attribute name [String] @!attribute why [Array<String>] sentences
      Left = Struct.new(:name, :why, keyword_init: true)
      # @!attribute carries [Boolean] whether it does what its rule says; else it only keeps later rules from speaking
      # @!attribute marks [Array<String>] of {NOT}, that it may set @!attribute needs [Array<String>] extensions
      Block = Struct.new(:carries, :text, :marks, :needs, keyword_init: true)
      private_constant :Block

      # @return [Array<Rule>] that are carried
      attr_reader :carried

      # @return [Array<Left>] the enabled rules that stay
      attr_reader :left

      # @return [Hash{String=>String}] by label, the keyword that stands for it
      attr_reader :keywords

      # @param rulebook [Rulebook] @param now [Time] @param close [Boolean] see {FilterTests}
      # @param away [FilterAway, nil] an answer that the server gives in Up Front's place
      # @raise [FilterTests::Stays] where that answer cannot be given there
      def initialize(rulebook, now:, close: false, away: nil)
        @rulebook = rulebook
        @now = now
        @tests = FilterTests.new(rulebook.names, now: now, close: close)
        @carried, @left, @keywords = [], [], {}
        @unguarded = [] # of those that stay, the ones whose conditions cannot be asked there
        @blocks = []
        @blocks << Block.new(carries: true, text: away.command(@tests, rulebook.names), marks: [], needs: needed("vacation")) if away
        rulebook.rules.select(&:enabled).each { |rule| take(rule) }
        @blocks.pop while @blocks.any? && !@blocks.last.carries
        freeze
      end

      # @return [String] the script, in UTF-8 with lines ended by CRLF
      def to_s = [*head, requires, *@blocks.map(&:text), forget(@blocks.flat_map(&:marks))].compact.join("\r\n").then { "#{_1}\r\n" }

      # @return [Array<String>] the extensions that the server must have
      def needs = @blocks.flat_map(&:needs).uniq.sort

      private

      def head
        [FilterText.comment("Made by Up Front on #{English.day(@rulebook.zone.date(@now))}. It marks mail; it moves and loses none."),
          *@keywords.reject { |label, keyword| label == keyword }
            .map { |label, keyword| FilterText.comment("The label “#{label}” is the keyword #{keyword} there.") }]
      end

      def requires = needs.empty? ? nil : "require [#{needs.map { FilterText.quoted(_1) }.join(", ")}];"

      # What the tests wanted since it was asked last. @return [Array<String>]
      def needed(*more) = [*more, *@tests.needs].tap { @tests.needs.clear }

      def take(rule)
        effects, conditions = effects(rule), []
        test = tested(rule) { conditions << _1 }
        reasons = effects.any? ? effects : conditions
        reasons = [over(rule)].compact if reasons.empty?
        reasons.empty? ? carry(rule, test) : stay(rule, reasons.uniq, test)
      end

      def carry(rule, test)
        @carried << rule
        marks = FLAGS.keys.select { rule.effects[_1] == false }
        add(rule, test, said(rule), marks, true)
      end

      def stay(rule, reasons, test)
        @left << Left.new(name: rule.name, why: reasons)
        return if rule.ask_first
        return @unguarded << rule unless test

        marks = FLAGS.keys.select { rule.effects.said.key?(_1) }
        acts = marks.map { |topic| unless_set(FLAGS[topic], NOT[topic]) }
        add(rule, test, acts, marks, false) if acts.any? || rule.last_word
      end

      def add(rule, test, acts, topics, carries)
        needs = needed(*("imap4flags" if acts.any?))
        return if test == "false"

        marks = NOT.values_at(*topics)
        acts = [*acts, forget([*@blocks.flat_map(&:marks), *marks]), "stop;"].compact if rule.last_word
        title = FilterText.comment("#{rule.name}#{" (stays in Up Front)" unless carries}")
        text = (test == "true") ? [title, *acts] : [title, "if #{test} {", *acts.map { "  #{_1}" }, "}"]
        @blocks << Block.new(carries: carries, text: text.join("\r\n"), marks: marks, needs: needs)
      end

      def effects(rule)
        said = rule.effects.said.except(*TOPICS).map do |topic, value|
          "It says “#{Effects.find(topic).say(value)}”: #{STAYING.fetch(topic)}."
        end
        said << "It asks first." if rule.ask_first
        said << "It says nothing that a filter can do." if rule.effects.said.empty? && !rule.last_word
        said
      end

      # @return [String, nil] that a rule which stays here could stand over it
      def over(rule)
        @unguarded.each do |other|
          return "“#{other.name}” stays here, and has the last word before it." if other.last_word

          topic = FLAGS.keys.find { rule.effects.said.key?(_1) && other.effects.said.key?(_1) }
          return "“#{other.name}” stays here, and decides the #{Effects.find(topic).title} before it." if topic
        end
        nil
      end

      # @yield [String] each of its conditions that stays @return [String, nil] nil where one does
      def tested(rule, &)
        wanted, excepted = part(rule.when, &), (rule.unless ? part(rule.unless, &) : "false")
        return unless wanted && excepted

        from, over = rule.from_date, rule.until_date
        dates = [(@tests.from_day(from) if from), (@tests.invert(@tests.from_day(over + 1)) if over)].compact
        @tests.all([*dates, wanted, @tests.invert(excepted)])
      end

      def part(node, &)
        left = node.leaves.filter_map { |leaf| kept(leaf) }
        left.each(&)
        @tests.test(node) if left.empty?
      end

      def kept(leaf)
        @tests.test(leaf)
        nil
      rescue FilterTests::Stays => stays
        "It asks whether #{Sentence.leaf(leaf)}: #{stays.message}."
      end

      def said(rule)
        labels = rule.effects["labels"].to_a.map { keyword(_1) }
        acts = labels.empty? ? [] : ["addflag #{FilterText.list(labels)};"]
        acts + FLAGS.filter_map do |topic, flag|
          next unless rule.effects.said.key?(topic)

          rule.effects[topic] ? unless_set(NOT.fetch(topic), flag) : unless_set(flag, NOT.fetch(topic))
        end
      end

      # Nothing is set but by a rule (RFC 5232, section 2: the internal variable begins empty), and the first to speak decides.
      def unless_set(other, flag) = "if not hasflag :is #{FilterText.quoted(other)} { addflag #{FilterText.quoted(flag)}; }"

      # No mail keeps the marks of what was decided otherwise.
      def forget(marks) = marks.empty? ? nil : "removeflag #{FilterText.list(marks.uniq)};"

      # A keyword holds no blanks and no letters beyond ASCII (RFC 3501, section 9, "flag-keyword"), and is alike in either case.
      def keyword(label)
        @keywords[label] ||= begin
          plain = label.match?(/\A[A-Za-z0-9_-]+\z/) ? label : Text.fold(label).gsub(/[^a-z0-9_-]+/, "_").gsub(/\A_+|_+\z/, "")
          plain = "label" if plain.empty?
          taken = @keywords.values.map(&:downcase)
          [plain, *(2..taken.size + 2).map { "#{plain}_#{_1}" }].find { !taken.include?(_1.downcase) }
        end
      end
    end
  end
end
