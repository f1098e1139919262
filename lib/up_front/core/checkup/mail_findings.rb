# frozen_string_literal: true

module UpFront
  module Core
    # What was seen of rules in mail that they were tried on. Keeps counts and no mail. What it says is so of that mail, and may be
    # otherwise of the next.
    class MailFindings
      QUIET_DAYS = 90 # a stretch in which a rule that is of use has matched
      ENOUGH = 100 # messages of which "nearly all" can be said
      NEARLY = 0.95
      SURGE = 3 # times as much as before
      SURGE_LEAST = 10 # messages in the week
      BEFORE_WEEKS = 4
      OFTEN = 5 # times, before it is said that a rule was always too late, or that two work against each other
      DAY = 86_400

      # What is counted of one rule. @!attribute days [Hash{Date=>Integer}] matches by the day of arrival
      # @!attribute late [Hash{Rule=>Integer}] how often another had spoken on all of its topics, or the last word
      # @!attribute opposed [Hash{Array(Rule, Effect)=>Integer}]
      Tally = Struct.new(:matched, :decided, :days, :late, :opposed) do
        def self.none = new(0, 0, Hash.new(0), Hash.new(0), Hash.new(0))
      end

      # @return [Integer] how many messages were taken
      attr_reader :messages

      # @param rulebook [Rulebook]
      def initialize(rulebook, proof: Reasoning::Proof.new)
        @rulebook = rulebook
        @rules = rulebook.rules
        @proof = proof
        @tallies = @rules.map { Tally.none }
        @messages = 0
        @stretch = []
      end

      # @param message [Message]
      def take(message)
        reading = Reading.new(message)
        add(message.arrived_at, @rulebook.candidates.for(reading).select { Matcher.matches?(@rules[_1], reading) })
      end

      # @param arrived_at [Time] of a message @param places [Array<Integer>] of the enabled rules whose conditions hold for it, exceptions
      #   not, in order
      def add(arrived_at, places)
        @messages += 1
        @stretch = [*@stretch, arrived_at].minmax
        date = @rulebook.zone.date(arrived_at)
        verdict, last = Verdict.new, nil
        places.each do |place|
          rule = @rules[place]
          next unless rule.in_dates?(date)

          note(place, date, verdict, last)
          next if last || rule.ask_first

          verdict.take(rule)
          last = rule if rule.last_word
        end
      end

      # @return [Array<Finding>]
      def to_a = @messages.zero? ? [] : @rules.each_index.select { @rules[_1].enabled }.flat_map { findings(_1) }

      private

      def note(place, date, verdict, last)
        rule, tally = @rules[place], @tallies[place]
        tally.matched += 1
        tally.days[date] += 1
        return tally.late[last] += 1 if last

        late = rule.effects.enum_for(:each).map { |effect, value, _| effect.adds?(value) ? nil : verdict.decided_by(effect.topic) }
        (late.any? && late.all?) ? tally.late[late.first] += 1 : tally.decided += 1
        rule.effects.each do |effect, value, _|
          earlier = verdict.decided_by(effect.topic)
          tally.opposed[[earlier, effect]] += 1 if earlier && effect.opposite?(value, earlier.effects[effect.topic])
        end
      end

      def findings(place)
        [not_matched(place), nearly_all(place), surge(place), always_late(place), *opposed(place)].compact
      end

      def not_matched(place)
        rule = @rules[place]
        first, last = @stretch.map { @rulebook.zone.date(_1) }
        return if @tallies[place].matched.positive? || last - first < QUIET_DAYS - 1 || !within?(rule, first, last)

        finding("not_matched", [rule], "“#{rule.name}” has matched none of #{messages_said} in #{last - first + 1} days.", place, 0)
      end

      # Whether it could have matched on all these days.
      def within?(rule, first, last) = rule.in_dates?(first) && rule.in_dates?(last)

      def nearly_all(place)
        matched = @tallies[place].matched
        return if @messages < ENOUGH || matched < NEARLY * @messages || @proof.always?(@rules[place])

        finding("nearly_all", [@rules[place]], "“#{@rules[place].name}” matched #{matched} of #{messages_said}: nearly all mail.",
          place, matched)
      end

      def surge(place)
        last = @rulebook.zone.date(@stretch.last)
        week, before = @tallies[place].days.partition { |date, _| date > last - 7 }
        before = before.select { |date, _| date > last - 7 * (BEFORE_WEEKS + 1) }.sum { _2 } / BEFORE_WEEKS.to_f
        return if @rulebook.zone.date(@stretch.first) > last - 7 * (BEFORE_WEEKS + 1) + 1

        count = week.sum { _2 }
        return if count < SURGE_LEAST || before < 1 || count < SURGE * before

        name = @rules[place].name
        finding("surge", [@rules[place]], "“#{name}” matched #{English.count(count, "message")} in the last 7 days, and about " \
          "#{before.round} a week in the four weeks before.", place, count)
      end

      # All that it matched had been decided before.
      def always_late(place)
        tally = @tallies[place]
        return if tally.matched < OFTEN || tally.decided.positive? || @rules[place].ask_first

        by = tally.late.max_by(&:last).first
        finding("never_decides", [@rules[place], by], "“#{@rules[place].name}” matched #{English.count(tally.matched, "message")} and " \
          "decided nothing: others had decided all before, “#{by.name}” the most of it.", place, tally.matched)
      end

      # Where the earlier is the exception that a narrower rule makes of a wider one, nothing is wrong.
      def opposed(place)
        rule = @rules[place]
        found = @tallies[place].opposed.select { |(earlier, _), count| count >= OFTEN && !@proof.implies?(earlier, rule) }
        found.map do |(earlier, effect), count|
          finding("contrary", [rule, earlier], "“#{rule.name}” and “#{earlier.name}” wanted the opposite of " \
            "#{English.count(count, "message")}: “#{effect.say(rule.effects[effect.topic])}”, and " \
            "“#{effect.say(earlier.effects[effect.topic])}”, which came first.", place, count)
        end
      end

      def messages_said = English.count(@messages, "message")

      def finding(kind, rules, said, place, count)
        Finding.new(kind: kind, rules: rules.map(&:name), where: @rulebook.where(place), said: said,
          seen: Finding::Seen.new(messages: count, from: @stretch.first, until: @stretch.last))
      end
    end
  end
end
