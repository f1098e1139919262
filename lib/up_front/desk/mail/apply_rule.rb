# frozen_string_literal: true

module UpFront
  module Desk
    # Applies the rules in force to mail that is here and that one of them matches: how it looks, its marks,
    # whether it stays on the Front. What has come in is not held back, what was cleared does not come back,
    # nothing alerts, and nothing is ever sent. Held mail is not looked at: it is decided anew by itself.
    class ApplyRule < Act
      SHOWN = Core::Effects.claimed.select(&:shown?).freeze # what the claim alone shows
      MARKS = %w[flag mark_read discard].freeze # what the person's own marks show
      TOPICS = ["timing", *SHOWN.map(&:topic), *MARKS].freeze

      # @!attribute topics [Array<String>] on which the claim would change
      Item = Struct.new(:id, :arrived_at, :row, :claim, :topics, keyword_init: true)

      # @param id [Integer] of the rule @param days [Integer, nil] how far back; all mail where nil
      # @param topics [Array<String>, nil] only these @param version [Integer, nil] of the rule when it was begun
      # @raise [Impossible]
      def initialize(clock, id, days: nil, topics: nil, version: nil)
        super(clock)
        @rulebook = Store::CurrentRulebook.rulebook
        @rule = @rulebook.rules.find { _1.id == id } or raise Impossible.gone("rule")
        raise Impossible.new("The rule was changed meanwhile.", status: 409) if version && version != self.class.version(id)

        @days = days
        @topics = topics || TOPICS
      end

      def self.version(id) = Store::Rule.where(id: id).pick(:version)

      # @return [Hash] what {LargeActs} keep of it
      def kept = {"rule" => @rule.id, "topics" => @topics, "version" => self.class.version(@rule.id)}

      # @return [Array<Item>] every message that would change, the newest first
      def preview
        match_index = Store::MatchIndex.whole
        preview = RulesPreview.new(@rulebook, @rulebook.rules, touched: [@rule], now: now, match_index: match_index)
        within = @days ? match_index.since_bits(now - @days * 86_400) : match_index.everything
        preview.items(match_index.matches(@rule, @rulebook.context) & within).each_slice(500).flat_map { changed(_1) }
      end

      # @param only [Array<Integer>, nil] only these messages @return [Array<Integer>] those that would change
      def changing_ids(only = nil)
        preview.select { |item| item.topics.intersect?(@topics) && (only.nil? || only.include?(item.id)) }.map(&:id)
      end

      # Within the transaction of whoever goes through them. @return [Integer] how many were changed
      def part(step_id, ids)
        messages = Store::Message.to_core(ids)
        rows = Store::Claim.where(message_id: ids).index_by(&:message_id)
        changing = Store::State.where(message_id: ids).to_a.filter_map do |state|
          change = Change.new(state, rows.fetch(state.message_id), claim(state.message_id, messages.fetch(state.message_id)))
          change.topics = wanted(change)
          change if change.topics.any?
        end
        keep(step_id, changing)
        changing.size
      end

      def said(count) = "Applied the rule “#{@rule.name}” to #{Core::English.count(count, "message")}."
      def nothing(_count) = "Nothing would change."
      def step_id = nil
      def finished = nil

      private

      def changed(items)
        ids = items.map(&:id)
        rows = Store::Claim.where(message_id: ids).index_by(&:message_id)
        states = Store::State.where(message_id: ids).index_by(&:message_id)
        own = agreed_claims(ids)
        items.filter_map do |item|
          row, state = rows.fetch(item.id), states.fetch(item.id)
          stands = Core::MessageState.new(state, row, now)
          claim = own.fetch(item.id, item.after)
          topics = stands.held? ? [] : topics(row, stands, claim)
          Item.new(id: item.id, arrived_at: item.arrived_at, row: row, claim: claim, topics: topics) if topics.any?
        end
      end

      # Of those to which the person has said yes where a rule asks first.
      def agreed_claims(ids)
        agreed = Store::ProposalAnswer.agreed(ids)
        Store::Message.to_core(agreed.keys).to_h { |id, message| [id, claim(id, message)] }
      end

      # @param stands [Core::MessageState]
      def topics(row, stands, claim)
        found = Core::ClaimDifference.new(row, claim, nil, topics: SHOWN.map(&:topic)).topics
        found << "timing" if claim.surface_at.nil? && !claim.held && !claim.discard && stands.on_front?
        found << "flag" if claim.flag && !stands.flagged?
        found << "mark_read" if claim.mark_read && stands.unread?
        found << "discard" if claim.discard && !stands.discarded?
        found
      end

      def claim(id, message) = @rulebook.decide(message, paused: false, agreed: agreed[id])
      def agreed = @agreed ||= Hash.new { |known, id| known[id] = Store::ProposalAnswer.agreed([id]).fetch(id, []) }

      Change = Struct.new(:state, :row, :claim, :topics)
      private_constant :Change

      def wanted(change) = topics(change.row, Core::MessageState.new(change.state, change.row, now), change.claim) & @topics

      def keep(step_id, changing)
        ids = changing.map { _1.state.message_id }
        Store::FormerClaim.keep(step_id, ids)
        Store::UndoStep.add(step_id, "State", changing.filter_map { apply(_1) })
        event("changed", ids: ids)
      end

      # @return [Hash, nil] the trail of the state
      def apply(to)
        row = to.row
        kept = {surface_at: row.surface_at, round: row.round, held: row.held, alert: row.alert,
                trace: to.claim.trace.kept.merge("timing" => row.trace["timing"])}
        kept.merge!(surface_at: nil, round: nil, held: false) if to.topics.include?("timing")
        SHOWN.each { |effect| kept[effect.field] = row[effect.field] unless to.topics.include?(effect.topic) }
        Store::Claims.write(to.state.message_id, to.claim, revision: @rulebook.revision, at: now, anew: true, keep: kept)
        change(to.state, to.topics)
        to.state.save! && trail(to.state) if to.state.changed?
      end

      def change(state, topics)
        state.surface_at = nil if topics.include?("timing")
        state.flagged = true if topics.include?("flag")
        state.unread = false if topics.include?("mark_read")
        state.discarded_at = now if topics.include?("discard")
      end
    end
  end
end
