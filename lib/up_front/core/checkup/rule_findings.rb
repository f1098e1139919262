# frozen_string_literal: true

module UpFront
  module Core
    # What the check-up proves of one rule, and of it beside those that are read before it. What it says is so of every message there
    # can be (see {Reasoning::Proof}).
    class RuleFindings
      # @param rulebook [Rulebook] @param date [Date, nil] after which days are to come; nil where it is not known
      def initialize(rulebook, date: nil, proof: Reasoning::Proof.new)
        @rulebook = rulebook
        @rules = rulebook.rules
        @date = date
        @proof = proof
        @alive = @rules.select { _1.enabled && !past?(_1) && !@proof.never?(_1) }.to_set.compare_by_identity
        @left = PAIRS
        @near = NearRepeats.new(@rules, @proof)
      end

      PAIRS = 40_000 # of rules that are held against each other; of rulebooks with more, the first

      # @return [Boolean] whether the other says all that the rule says; steps of the priority add up, so that a second is no idle word
      def self.repeats?(rule, other)
        rule.effects.said.all? { |topic, value| other.effects[topic] == value && !(topic == "priority" && value.is_a?(Hash)) }
      end

      # @return [Array<Finding>] in the order of the rules
      def to_a
        @rules.each_index.flat_map do |place|
          proved = alone(place) + beside(place)
          proved.any? ? proved : near(place)
        end
      end

      private

      def past?(rule) = @date && rule.until_date && rule.until_date < @date

      def alone(place)
        rule = @rules[place]
        if @proof.never?(rule)
          [finding("never_matches", [rule], NeverMatches.new(rule, @proof).said, place)]
        elsif past?(rule)
          [finding("dates_past", [rule], "“#{rule.name}” ended on #{English.day(rule.until_date)}; nothing happens by it any more.", place,
            "/until_date")]
        elsif rule.enabled && @proof.always?(rule)
          [finding("matches_all", [rule], "“#{rule.name}” matches every message there can be.", place, "/when")]
        else
          []
        end
      end

      def beside(place)
        rule = @rules[place]
        return [] unless @alive.include?(rule)

        wider = earlier(place).select { |other| related?(rule, other) && (@left -= 1).positive? && @proof.within?(rule, other) }.to_a
        return [] if wider.empty?

        alike = wider.find { same?(rule, _1) && @proof.within?(_1, rule) }
        return [same(rule, alike, place)] if alike

        [never_decides(rule, wider, place), implied(rule, wider, place), *contrary(rule, wider, place)].compact
      end

      def earlier(place) = @rules.first(place).lazy.select { @alive.include?(_1) && !_1.ask_first }

      # Whether what the one says could matter to the other at all.
      def related?(rule, other) = other.last_word || rule.effects.said.keys.intersect?(other.effects.said.keys)

      def same?(rule, other)
        %i[last_word ask_first from_date until_date].all? { rule.public_send(_1) == other.public_send(_1) } &&
          rule.effects.said == other.effects.said
      end

      def same(rule, other, place)
        finding("same", [rule, other], "“#{rule.name}” and “#{other.name}” say the same of the same mail: one of them is enough.", place)
      end

      def never_decides(rule, wider, place)
        last = wider.find(&:last_word)
        if last
          return finding("never_decides", [rule, last],
            "“#{rule.name}” is never asked: “#{last.name}” matches all of its mail before it, and has the last word.", place)
        end
        return if rule.ask_first || rule.last_word || rule.effects.said.empty?

        deciders = rule.effects.enum_for(:each).map { |effect, value, _| decider(effect, value, wider) }
        return unless deciders.all?

        finding("never_decides", [rule, *deciders.uniq],
          "“#{rule.name}” never decides anything: all of its mail is matched before it by #{names(deciders.uniq)}, " \
          "which has spoken on the same by then.", place)
      end

      # The first rule that has decided a topic before; none of what adds up.
      def decider(effect, value, wider) = (wider.find { spoken?(_1, effect) } unless effect.adds?(value))

      def spoken?(rule, effect) = rule.effects.said.key?(effect.topic) && !effect.adds?(rule.effects[effect.topic])

      # Nothing is lost without it: what it says, another says of all of its mail.
      def implied(rule, wider, place)
        return if rule.last_word || rule.ask_first || rule.effects.said.empty?

        other = wider.find { RuleFindings.repeats?(rule, _1) } or return
        finding("implied", [rule, other], "“#{rule.name}” says nothing that “#{other.name}” has not said of all of its mail.", place)
      end

      def contrary(rule, wider, place)
        return [] if rule.ask_first

        rule.effects.enum_for(:each).filter_map do |effect, value, _|
          other = wider.find { |each| each.effects.said.key?(effect.topic) && effect.opposite?(value, each.effects[effect.topic]) } or next
          finding("contrary", [rule, other], "“#{rule.name}” says “#{effect.say(value)}” of mail of which “#{other.name}” says " \
            "“#{effect.say(other.effects[effect.topic])}” before it.", place, "/then/#{effect.topic}")
        end
      end

      # What is next to a repetition, of a rule of which nothing worse is to be said.
      def near(place)
        rule = @rules[place]
        return [] unless @alive.include?(rule)

        joined = @near.joined(place)
        if joined && @alive.include?(joined)
          return [finding("could_be_one", [rule, joined], "“#{rule.name}” and “#{joined.name}” do the same, and differ in one condition " \
            "alone: one rule could ask for what both ask for.", place)]
        end

        other, word = @near.but_for(rule, earlier(place))
        return [] unless other

        [finding("nearly_implied", [rule, other], "“#{rule.name}” says nothing that “#{other.name}” does not say of the same mail, but " \
          "for one word: #{Quoting.text(word)}.", place)]
      end

      def could_be_one(rule, other, place)
        finding("could_be_one", [rule, other], "“#{rule.name}” and “#{other.name}” do the same, and differ in one condition alone: one " \
          "rule could ask for what both ask for.", place)
      end

      def names(rules) = English.join(rules.map { "“#{_1.name}”" }, "and")

      def finding(kind, rules, said, place, part = "")
        Finding.new(kind: kind, rules: rules.map(&:name), where: "#{@rulebook.where(place)}#{part}", said: said)
      end
    end
  end
end
