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
      BATCH = 250

      # @!attribute topics [Array<String>] on which the claim would change
      Item = Struct.new(:id, :arrived_at, :row, :claim, :topics, keyword_init: true)

      # @param id [Integer] of the rule @param days [Integer, nil] how far back; all mail where nil
      # @raise [Impossible]
      def initialize(clock, id, days: nil)
        super(clock)
        @rulebook = Store::CurrentRulebook.rulebook
        @rule = @rulebook.rules.find { _1.id == id } or raise Impossible.gone("rule")
        @days = days
      end

      # @return [Array<Item>] every message that would change, the newest first
      def preview
        match_index = Store::MatchIndex.whole
        preview = RulesPreview.new(@rulebook, @rulebook.rules, touched: [@rule], now: now, match_index: match_index)
        within = @days ? match_index.since_bits(now - @days * 86_400) : match_index.everything
        preview.items(match_index.matches(@rule, @rulebook.context) & within).each_slice(500).flat_map { changed(_1) }
      end

      # @param topics [Array<String>, nil] only these @param only [Array<Integer>, nil] only these messages
      # @return [Array(Integer, Array<Integer>)] the undo step, and the messages to go through with {batch}
      def begin(topics: nil, only: nil)
        @topics = topics || TOPICS
        ids = preview.select { |item| item.topics.intersect?(@topics) && (only.nil? || only.include?(item.id)) }.map(&:id)
        raise Impossible.new("Nothing would change.", status: 409) if ids.empty?

        text = "Applied the rule “#{@rule.name}” to #{Core::English.count(ids.size, "message")}."
        [undo_step(text, {}), ids, text]
      end

      # Goes through some of the messages, in one transaction. @yield [Integer] how many are done
      def all(step_id, ids)
        done = 0
        ids.each_slice(BATCH) do |some|
          batch(step_id, some, done += some.size, ids.size)
          yield done if block_given?
        end
      end

      private

      def changed(items)
        ids = items.map(&:id)
        rows = Store::Claim.where(message_id: ids).index_by(&:message_id)
        states = Store::State.where(message_id: ids).index_by(&:message_id)
        items.filter_map do |item|
          row, state = rows.fetch(item.id), states.fetch(item.id)
          stands = Core::MessageState.new(state, row, now)
          topics = stands.held? ? [] : topics(row, stands, item.after)
          Item.new(id: item.id, arrived_at: item.arrived_at, row: row, claim: item.after, topics: topics) if topics.any?
        end
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

      def batch(step_id, ids, done, total)
        transaction do
          Store::FormerClaim.keep(step_id, ids)
          messages = Store::Message.to_core(ids)
          rows = Store::Claim.where(message_id: ids).index_by(&:message_id)
          trails = Store::State.where(message_id: ids).filter_map do |state|
            apply(state, rows.fetch(state.message_id), @rulebook.decide(messages.fetch(state.message_id)))
          end
          Store::UndoStep.add(step_id, "State", trails)
          event("progress", step: step_id, done: done, of: total)
          event("changed", ids: ids)
        end
      end

      # @return [Hash, nil] the trail of the state
      def apply(state, row, claim)
        topics = topics(row, Core::MessageState.new(state, row, now), claim) & @topics
        kept = {surface_at: row.surface_at, round: row.round, held: row.held, alert: row.alert,
                trace: claim.trace.kept.merge("timing" => row.trace["timing"])}
        kept.merge!(surface_at: nil, round: nil, held: false) if topics.include?("timing")
        SHOWN.each { |effect| kept[effect.field] = row[effect.field] unless topics.include?(effect.topic) }
        Store::Claims.write(state.message_id, claim, revision: @rulebook.revision, anew: true, keep: kept)
        change(state, topics)
        state.save! && trail(state) if state.changed?
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
