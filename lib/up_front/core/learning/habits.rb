# frozen_string_literal: true

module UpFront
  module Core
    # What a person does again and again with the mail of somebody, or of a kind: found by counting, so that a rule may be offered for it.
    # Of what messages say nothing is asked, only of whom they are from, of what kind they are, and what was done.
    class Habits
      # A message with what was done by hand, and what could have been.
      # @!attribute sender [String] address @!attribute name [String] as shown @!attribute kind [String] as the fact has it
      # @!attribute done [Hash{String=>Object}] by act of {ACTS}: a label, a level, a time of day "17:00", or true
      # @!attribute could [Array<String>] acts that no rule had made needless
      Seen = Struct.new(:id, :sender, :name, :kind, :done, :could, keyword_init: true)

      # @!attribute act [String] @!attribute value [Object] @!attribute of [Array(String, String)] sender, domain or kind, and which
      # @!attribute name [String] of whom, for a person @!attribute done [Integer] how often @!attribute all [Integer] of how many
      # @!attribute least [Float] the least share that is likely (Wilson's lower bound at 95 in 100)
      # @!attribute ids [Array<Integer>] the messages with which it was done
      Habit = Struct.new(:act, :value, :of, :name, :done, :all, :least, :ids, keyword_init: true)

      ACTS = %w[let_in at_once raise label discard clear_unread evening mute].freeze
      AT_ONCE = 600 # seconds from when a message came
      USUAL = 0.5 # of the other mail, at most: what is done with all mail is no habit of some
      LEAST_DONE = 5
      LEAST_SHARE = 0.6 # of the lower bound: six of six, or eleven of twelve
      GENERAL = %w[newsletter list notice].freeze # kinds of which a habit may be
      SENDERS = 3 # that a kind takes in before it is a habit of the kind
      Z = 1.96 # of the normal distribution, for 95 in 100

      # @param done [Integer] @param all [Integer] @return [Float] the lower bound of the share (E. B. Wilson, 1927)
      def self.least(done, all)
        return 0.0 if all.zero?

        share = done.to_f / all
        spread = Z * Math.sqrt((share * (1 - share) / all) + (Z**2 / (4.0 * all**2)))
        (share + Z**2 / (2.0 * all) - spread) / (1 + Z**2 / all)
      end

      # @param seen [Array<Seen>]
      def initialize(seen)
        @seen = seen
      end

      # @return [Array<Habit>] the surest first; of several that say the same of the same mail the widest
      def to_a
        found = [*of("kind", &:kind), *of("domain") { domain(_1) }, *of("sender", &:sender)]
        found.reject.with_index { |habit, place| found.first(place).any? { |wider| covers?(wider, habit) } }
          .sort_by { [-_1.least, -_1.done, _1.name] }
      end

      private

      def domain(seen) = seen.sender.to_s[/@(.+)\z/, 1]

      def of(pattern, &which)
        @seen.select { which.call(_1) }.group_by(&which).select { |_, some| wide?(pattern, some) }
          .flat_map { |key, some| habits([pattern, key], some) }
      end

      # A domain is more than one address, and a kind more than a few senders.
      def wide?(pattern, some)
        case pattern
        when "kind" then GENERAL.include?(some.first.kind) && some.map(&:sender).uniq.size >= SENDERS
        when "domain" then some.map(&:sender).uniq.size > 1
        else true
        end
      end

      def habits(of, some)
        ACTS.flat_map do |act|
          could = some.select { _1.could.include?(act) }
          could.filter_map { _1.done[act] && [_1.done[act]].flatten }.flatten.uniq.then { |values| same(act, values) }
            .filter_map { |value| habit(act, value, of, could) }
        end
      end

      # Times and levels vary with the day: of these one habit, with what was given most.
      def same(act, values) = (act == "label") ? values : values.first(1).map { nil }

      def habit(act, value, of, could)
        with = could.select { value ? Array(_1.done[act]).include?(value) : _1.done[act] }
        least = Habits.least(with.size, could.size)
        return if with.size < LEAST_DONE || least < LEAST_SHARE || !shared?(of, with) || (act == "at_once" && usual?(act, could, with))

        Habit.new(act: act, value: value || usual(with.map { _1.done[act] }), of: of, name: named(of, could), done: with.size,
          all: could.size, least: least, ids: with.map(&:id))
      end

      # What is done with one sender's mail alone is a habit of the sender.
      def shared?(of, with)
        senders = with.map(&:sender).uniq.size
        {"kind" => senders >= SENDERS, "domain" => senders > 1}.fetch(of.first, true)
      end

      def usual?(act, could, with)
        @could ||= @seen.select { _1.could.include?(act) }.then { |all| [all.size, all.count { _1.done[act] }] }
        others, done = @could[0] - could.size, @could[1] - with.size
        done > USUAL * others
      end

      def usual(values) = values.tally.max_by { |value, count| [count, value.to_s] }.first

      def named(of, some)
        case of.first
        when "sender" then some.map(&:name).tally.max_by { |name, count| [count, name.to_s] }.first
        when "domain" then "@#{of.last}"
        else {"newsletter" => "newsletters", "list" => "list mail", "notice" => "automatic notices"}.fetch(of.last)
        end
      end

      def covers?(wider, habit) = wider.act == habit.act && wider.value == habit.value && (habit.ids - wider.ids).empty?
    end
  end
end
