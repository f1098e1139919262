# frozen_string_literal: true

module UpFront
  module Desk
    # Enters the alerts of messages that have just surfaced into the journal, each once, and says which of them sound.
    # To be called within the transaction that announces the messages.
    class RaiseAlerts < Act
      MOST_LOOKED_INTO = 100
      LOOKED_BACK = Core::AlertPace::CONVERSATION_SECONDS

      # @param states [Array<Store::State>] that surface now, in order @return [Array<Integer>] the alerts that sound
      def call(states)
        claims = Store::Claim.where(message_id: states.map(&:message_id)).where.not(alert: nil).index_by(&:message_id)
        known = Store::Alert.where(message_id: claims.keys).pluck(:message_id)
        states = states.select { claims.key?(_1.message_id) && !known.include?(_1.message_id) }
        return [] if states.empty?

        @rulebook = Store::CurrentRulebook.rulebook
        @messages = Store::Message.where(id: states.map(&:message_id)).includes(:account).index_by(&:id)
        alerts = enter(states, claims).select { _1.silenced_by.nil? }
        event("alert", ids: alerts.map(&:id)) if alerts.any?
        alerts.map(&:id)
      end

      private

      def enter(states, claims)
        due = states.each_with_index.map { |state, place| due(state, claims.fetch(state.message_id), place) }
        verdicts = pace.judge(due)
        rows = states.zip(due, verdicts).map do |state, alert, verdict|
          Store::Alert.create!(**columns(state, claims.fetch(state.message_id)), level: alert.level, silenced_by: verdict.silenced_by,
            heads_burst: verdict.heads == true, burst_id: (verdict.joins unless verdict.joins == :new))
        end
        joined = rows.zip(verdicts).filter_map { |row, verdict| row.id if verdict.joins == :new }
        Store::Alert.where(id: joined).update_all(burst_id: rows.find(&:heads_burst)&.id)
        rows
      end

      # Of so many at once all but one are a burst, whatever their conversations.
      def due(state, claim, place)
        conversation = (place < MOST_LOOKED_INTO) ? Store::Message.conversation(state.message_id) : [state.message_id]
        Core::AlertPace::Due.new(level: claim.alert["level"], conversation: conversation,
          break_through: claim.alert["break_through"] == true, by_hand: !state.let_in_at.nil? || !state.put_off_at.nil?)
      end

      def pace
        past = Store::Alert.where(silenced_by: nil).where("at > ?", now - LOOKED_BACK).order(:at).map do |alert|
          Core::AlertPace::Past.new(at: alert.at.to_time, level: alert.level, message: alert.message_id,
            burst: (alert.id if alert.heads_burst))
        end
        Core::AlertPace.new(past, now, heads_down: heads_down?)
      end

      def heads_down? = !Store::HeadsDown.of(@rulebook.plan, now).covering(now).nil?

      def columns(state, claim)
        name = rule(claim.trace)
        level, text, sound, outside = claim.alert.values_at("level", "text", "sound", "desktop")
        {message_id: state.message_id, rule: name, rule_id: @rulebook.rules.find { _1.name == name }&.id,
         text: wording(state.message_id).say(text), sound: sound, desktop: outside == true, at: state.surface_at, called_at: now,
         hushed_by: (AlertSettings.hushed_by(now, @rulebook.zone) unless level == "tap"),
         again_at: (now + AlertSettings.now["again_minutes"] * 60 if level == "call_out")}
      end

      # The one that decided it: the first that spoke on alerts.
      def rule(trace)
        spoke = trace["rules"].find do |account|
          account["outcome"] == "matched" && account["said"].key?("alert") && !account["outranked"].key?("alert")
        end
        spoke&.fetch("rule").to_s
      end

      def wording(id) = Core::AlertWording.of(@messages.fetch(id), @rulebook.zone)
    end
  end
end
