# frozen_string_literal: true

module UpFront
  module Desk
    # What other rules would do to mail that is here and to what is held. Nothing is changed by asking.
    class RulesPreview
      # @!attribute before [Core::Claim] by the rules in force @!attribute after [Core::Claim] by the others
      # @!attribute evaluated [Core::DryRun::Evaluated] what the others say, with who was outranked
      Item = Struct.new(:id, :arrived_at, :before, :after, :evaluated, keyword_init: true)
      # @!attribute now [Integer] held messages that would come in now; the others wait otherwise than before
      Held = Struct.new(:now, :later, :sooner, :never, keyword_init: true) do
        def any? = to_h.values.any?(&:positive?)

        # @return [String] "Three held messages would come in now."
        def to_s
          parts = [said(now, "would come in now"), said(sooner, "would come sooner"), said(later, "would wait longer"),
            said(never, "would never come in by themselves", "would never come in by itself")]
          parts.compact.then { _1.empty? ? "" : "#{Core::English.sentence(Core::English.join(_1, "and"))}." }
        end

        private

        def said(count, text, one = text)
          "#{Core::English.count(count, "held message")} #{(count == 1) ? one : text}" unless count.zero?
        end
      end

      Kept = Struct.new(:rulebook, :moments, :dry_run)

      # @return [Kept] what the rules in force decide, kept from one question to the next
      def self.kept(rulebook)
        return @kept if @kept&.rulebook.equal?(rulebook)

        moments = Core::Moments.new(rulebook.plan)
        @kept = Kept.new(rulebook, moments, Core::DryRun.new(rulebook.rules, rulebook.zone, moments)).freeze
      end

      # What becomes of a held message. @param at [Time, nil] when it comes in now @param claim [Core::Claim] as it would be
      # @param heads_down [Core::HeadsDown] of which the claim knows nothing yet
      # @return [Symbol, nil] :now, :sooner, :later, :never; nil where nothing changes
      def self.fate(at, claim, now, heads_down)
        moment = claim.surface_at
        return claim.held ? nil : :never unless moment

        moment = heads_down.after(moment) unless claim.alert&.fetch("break_through", false)
        return :now if moment <= now

        return :sooner if at.nil? || moment < at

        :later if moment > at
      end

      # @return [Array<Array<Integer>, nil>] by place of the message, the places of the enabled rules that hold for it
      def self.places(match_index, rules, context, within)
        fits = Array.new(match_index.size)
        rules.each_with_index do |rule, index|
          next unless rule.enabled

          match_index.places_of(match_index.matches(rule, context) & within).each { |place| (fits[place] ||= []) << index }
        end
        fits
      end

      # Of what arrived while all rules were paused, only the office's that are for all say anything.
      # @param fits [Array] see {places}; changed
      def self.leave_firm(fits, rules, match_index, pauses)
        fits.each_with_index do |places, at|
          places&.select! { rules[_1].firm? } if pauses.cover?(match_index.arrivals[at])
        end
      end

      # @return [Array<Core::Verdict>] by place of the message, what the rules of a rulebook say; kept while mail and rules stay
      def self.verdicts(match_index, rulebook)
        if @verdicts && @verdicts[0].equal?(match_index) && @verdicts[1].equal?(rulebook) && @verdicts[2] == match_index.size
          return @verdicts.last
        end

        dry_run = Core::DryRun.new(rulebook.rules, rulebook.zone, nil)
        found = fitting(match_index, rulebook, match_index.everything).each_with_index.map do |places, place|
          dry_run.evaluate(places || [], match_index.arrivals[place]).verdict
        end
        @verdicts = [match_index, rulebook, match_index.size, found].freeze
        found
      end

      # @return [Array<Array<Integer>, nil>] likewise, for the rules of a rulebook
      def self.fitting(match_index, rulebook, within) = places(match_index, rulebook.rules, rulebook.context, within)

      attr_reader :match_index

      # @param rulebook [Core::Rulebook] in force @param rules [Array<Core::Rule>] the others, in order
      # @param touched [Array<Core::Rule>] of both, those that were changed, moved, added or taken out
      # @param match_index [Store::MatchIndex] the mail to look at
      # @param from [Array<Core::Rule>] what to compare with, in place of the rules in force
      def initialize(rulebook, rules, touched:, now:, match_index: Store::MatchIndex.at(now), from: rulebook.rules)
        @rulebook = rulebook
        @rules = rules
        @from = from
        @touched = touched
        @now = now
        @match_index = match_index
        kept = RulesPreview.kept(rulebook)
        @before = from.equal?(rulebook.rules) ? kept.dry_run : Core::DryRun.new(from, rulebook.zone, kept.moments)
        @after = Core::DryRun.new(rules, rulebook.zone, kept.moments)
      end

      # @return [Integer] bits of the messages that a changed rule matches, before or after
      def affected = @affected ||= @touched.map { matches(_1) }.reduce(0, :|)

      def matches(rule) = match_index.matches(rule, @rulebook.context)

      # @param within [Integer] bits of the messages to look at
      # @return [Array<Item>] those that a changed rule matches, the newest first
      def items(within = match_index.everything)
        bits = affected & within
        before, after = fitting(@from, bits), fitting(@rules, bits)
        match_index.places_of(bits).map { item(_1, before, after) }.sort_by { -_1.arrived_at.to_f }
      end

      # @return [Array(Integer, Integer)] how many alerts sound, by the rules compared with and by the others
      # @yield [Time] when it sounds; whether it counts
      def alerts(within, &counts)
        [[@before, @from], [@after, @rules]].map do |dry_run, rules|
          loud = rules.each_index.select { rules[_1].enabled && rules[_1].effects["alert"] && rules[_1].effects["alert"] != "none" }
          bits = loud.map { matches(rules[_1]) }.reduce(0, :|) & within
          fits = fitting(rules, bits)
          match_index.places_of(bits).count do |place|
            claim(dry_run, fits, place).then { _1.alert && counts.call(_1.surface_at) }
          end
        end
      end

      # @return [Held]
      def held = @held ||= count_held

      private

      def count_held
        states = held_states
        heads_down = Store::HeadsDown.of(@rulebook.plan, @now)
        after = fitting(@rules, match_index.bits_of(states.map(&:first)))
        RulesPreview.leave_firm(after, @rules, match_index, @rulebook.pauses)
        outcomes = states.map do |place, at|
          RulesPreview.fate(at, claim(@after, after, place), @now, heads_down)
        end
        Held.new(**%i[now later sooner never].to_h { [_1, outcomes.count(_1)] })
      end

      # @return [Array<Array(Integer, Time)>] place and moment of the held messages that a changed rule matches
      def held_states
        ids = Store::State.held(@now).where(moved_at: nil).pluck(:message_id)
        places = match_index.places_of(match_index.bits_of(ids.filter_map { match_index.place(_1) }) & affected)
        moments = places.each_slice(500).flat_map do |some|
          Store::State.where(message_id: some.map { match_index.ids[_1] }).pluck(:message_id, :surface_at)
        end
        moments.map { |id, at| [match_index.place(id), at] }
      end

      def item(place, before, after)
        arrival = match_index.arrivals[place]
        Item.new(id: match_index.ids[place], arrived_at: arrival, before: claim(@before, before, place),
          after: claim(@after, after, place), evaluated: @after.evaluate(after[place] || [], arrival, agreed(place)))
      end

      def claim(dry_run, fits, place) = dry_run.claim(fits[place] || [], match_index.arrivals[place], agreed(place))

      # What the person has said yes to stays so, whatever rules become.
      def agreed(place)
        @agreed ||= [*@from, *@rules].any?(&:ask_first) ? Store::ProposalAnswer.all_agreed : {}
        @agreed.fetch(match_index.ids[place], [])
      end

      def fitting(rules, within) = RulesPreview.places(match_index, rules, @rulebook.context, within)
    end
  end
end
