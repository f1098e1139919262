# frozen_string_literal: true

module UpFront
  module Desk
    # What other rules would do to mail that is here and to what is held. Nothing is changed by asking.
    class Prospect
      # @!attribute before [Core::Claim] by the rules in force @!attribute after [Core::Claim] by the others
      # @!attribute heard [Core::Trial::Heard] what the others say, with who was outranked
      Item = Struct.new(:id, :arrived_at, :before, :after, :heard, keyword_init: true)
      # @!attribute now [Integer] held messages that would come in now; the others wait otherwise than before
      Held = Struct.new(:now, :later, :sooner, :never, keyword_init: true) do
        def any? = to_h.values.any?(&:positive?)

        # @return [String] "Three held messages would come in now."
        def to_s
          parts = [said(now, "would come in now"), said(sooner, "would come sooner"), said(later, "would wait longer"), said(never, "would never come in by themselves", "would never come in by itself")]
          parts.compact.then { _1.empty? ? "" : "#{Core::Words.sentence(Core::Words.join(_1, "and"))}." }
        end

        private

        def said(count, words, one = words) = if count.zero?
                                                nil
                                              else
                                                "#{Core::Words.count(count, "held message")} #{(count == 1) ? one : words}"
                                              end
      end

      Kept = Struct.new(:rulebook, :moments, :trial)

      # @return [Kept] what the rules in force decide, kept from one question to the next
      def self.kept(rulebook)
        return @kept if @kept&.rulebook.equal?(rulebook)

        moments = Core::Moments.new(rulebook.plan)
        @kept = Kept.new(rulebook, moments, Core::Trial.new(rulebook.rules, rulebook.zone, moments)).freeze
      end

      # What becomes of a held message. @param at [Time, nil] when it comes in now @param claim [Core::Claim] as it would be
      # @param heads_down [Core::HeadsDown] of which the claim knows nothing yet
      # @return [Symbol, nil] :now, :sooner, :later, :never; nil where nothing changes
      def self.fate(at, claim, now, heads_down)
        moment = claim.surface_at
        return claim.held ? nil : :never unless moment

        moment = heads_down.after(moment) unless claim.alert&.fetch("break_through", false)
        return :now if moment <= now

        if at.nil? || moment < at
          :sooner
        else
          ((moment > at) ? :later : nil)
        end
      end

      # @return [Array<Array<Integer>, nil>] by place of the message, the places of the enabled rules that hold for it
      def self.places(roll, rules, standpoint, within)
        fits = Array.new(roll.size)
        rules.each_with_index do |rule, index|
          next unless rule.enabled

          roll.places_of(roll.matches(rule, standpoint) & within).each { |place| (fits[place] ||= []) << index }
        end
        fits
      end

      # @return [Array<Core::Verdict>] by place of the message, what the rules of a rulebook say; kept while mail and rules stay
      def self.verdicts(roll, rulebook)
        return @verdicts.last if @verdicts && @verdicts[0].equal?(roll) && @verdicts[1].equal?(rulebook) && @verdicts[2] == roll.size

        trial = Core::Trial.new(rulebook.rules, rulebook.zone, nil)
        found = fitting(roll, rulebook, roll.everything).each_with_index.map { |places, place| trial.hear(places || [], roll.arrivals[place]).verdict }
        @verdicts = [roll, rulebook, roll.size, found].freeze
        found
      end

      # @return [Array<Array<Integer>, nil>] likewise, for the rules of a rulebook
      def self.fitting(roll, rulebook, within) = places(roll, rulebook.rules, rulebook.standpoint, within)

      attr_reader :roll

      # @param rulebook [Core::Rulebook] in force @param rules [Array<Core::Rule>] the others, in order
      # @param touched [Array<Core::Rule>] of both, those that were changed, moved, added or taken out
      # @param roll [Store::Roll] the mail to look at @param from [Array<Core::Rule>] what to compare with, in place of the rules in force
      def initialize(rulebook, rules, touched:, now:, roll: Store::Roll.at(now), from: rulebook.rules)
        @rulebook = rulebook
        @rules = rules
        @from = from
        @touched = touched
        @now = now
        @roll = roll
        kept = Prospect.kept(rulebook)
        @before = from.equal?(rulebook.rules) ? kept.trial : Core::Trial.new(from, rulebook.zone, kept.moments)
        @after = Core::Trial.new(rules, rulebook.zone, kept.moments)
      end

      # @return [Integer] bits of the messages that a changed rule matches, before or after
      def affected = @affected ||= @touched.map { matches(_1) }.reduce(0, :|)

      def matches(rule) = roll.matches(rule, @rulebook.standpoint)

      # @param within [Integer] bits of the messages to look at
      # @return [Array<Item>] those that a changed rule matches, the newest first
      def items(within = roll.everything)
        bits = affected & within
        before, after = fitting(@from, bits), fitting(@rules, bits)
        roll.places_of(bits).map { |place| item(place, before[place], after[place]) }.sort_by { -_1.arrived_at.to_f }
      end

      # @return [Array(Integer, Integer)] how many alerts sound, by the rules compared with and by the others
      # @yield [Time] when it sounds; whether it counts
      def alerts(within, &counts)
        [[@before, @from], [@after, @rules]].map do |trial, rules|
          loud = rules.each_index.select { rules[_1].enabled && rules[_1].effects["alert"] && rules[_1].effects["alert"] != "none" }
          bits = loud.map { matches(rules[_1]) }.reduce(0, :|) & within
          fits = fitting(rules, bits)
          roll.places_of(bits).count { |place| trial.claim(fits[place] || [], roll.arrivals[place]).then { _1.alert && counts.call(_1.surface_at) } }
        end
      end

      # @return [Held]
      def held = @held ||= count_held

      private

      def count_held
        states = held_states
        heads_down = Store::HeadsDown.of(@rulebook.plan, @now)
        after = fitting(@rules, roll.bits_of(states.map(&:first)))
        outcomes = states.map { |place, at| Prospect.fate(at, @after.claim(after[place] || [], roll.arrivals[place]), @now, heads_down) }
        Held.new(**%i[now later sooner never].to_h { [_1, outcomes.count(_1)] })
      end

      # @return [Array<Array(Integer, Time)>] place and moment of the held messages that a changed rule matches
      def held_states
        ids = Store::State.held(@now).where(moved_at: nil).pluck(:message_id)
        places = roll.places_of(roll.bits_of(ids.filter_map { roll.place(_1) }) & affected)
        moments = places.each_slice(500).flat_map { |some| Store::State.where(message_id: some.map { roll.ids[_1] }).pluck(:message_id, :surface_at) }
        moments.map { |id, at| [roll.place(id), at] }
      end

      def item(place, before, after)
        arrival = roll.arrivals[place]
        Item.new(id: roll.ids[place], arrived_at: arrival, before: @before.claim(before || [], arrival), after: @after.claim(after || [], arrival), heard: @after.hear(after || [], arrival))
      end

      def fitting(rules, within) = Prospect.places(roll, rules, @rulebook.standpoint, within)
    end
  end
end
