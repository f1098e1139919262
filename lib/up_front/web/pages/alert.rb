# frozen_string_literal: true

module UpFront
  module Web
    module Pages
      # An alert as a page shows it, sounds it and keeps it in the journal.
      class Alert
        DEFAULT_SOUNDS = {"chime" => "Lantern", "call_out" => "Harbour"}.freeze
        SILENCED = {"burst" => "one of a burst that sounded as one", "conversation" => "its conversation had just alerted",
                    "heads_down" => "you were heads-down", "let_in" => "you brought it in yourself"}.freeze
        HUSHED = {"switch" => "sounds were off", "quiet_hours" => "quiet hours"}.freeze

        # @param alerts [Array<Store::Alert>] @return [Array<Alert>]
        def self.of(alerts, time_format)
          messages = Store::Message.where(id: alerts.map(&:message_id)).select(*Row::COLUMNS).index_by(&:id)
          rules = Store::Rule.in_order.pluck(:id).to_set
          sounds = own_sounds
          bursts = BurstSenders.new(alerts.select(&:heads_burst))
          alerts.map { new(_1, messages.fetch(_1.message_id), time_format, rules, sounds, bursts) }
        end

        def initialize(alert, message, time_format, rules, sounds, bursts)
          @alert = alert
          @message = message
          @time_format = time_format
          @rules = rules
          @sounds = sounds
          @bursts = bursts
        end

        def to_h
          {id: @alert.id, message_id: @alert.message_id, level: @alert.level, text: text, rule: @alert.rule,
           rule_id: (@alert.rule_id if @rules.include?(@alert.rule_id)), sender: sender, subject: @message.subject,
           at: @time_format.moment(@alert.at), sound: @alert.hushed_by ? nil : Alert.sound(@alert.level, @alert.sound, @sounds),
           became: became, opened: !@alert.opened_at.nil?, silenced: !@alert.silenced_by.nil?,
           **@alert.slice(:desktop, :calls).symbolize_keys}
        end

        # @return [Hash{String=>Integer}] the person's own sounds by name, folded
        def self.own_sounds = Store::Sound.pluck(:name_key, :id).to_h

        # @return [String, nil] where its sound is found; a name that nobody knows sounds as its loudness does
        def self.sound(level, name, own = own_sounds)
          return if level == "tap"

          id = name && own[Core::Text.fold(name)]
          return "/api/sounds/#{id}" if id

          shipped = Core::AlertEffect::SOUNDS.find { Core::Text.fold(_1) == Core::Text.fold(name.to_s) } || DEFAULT_SOUNDS.fetch(level)
          "/sounds/#{shipped.downcase}.wav"
        end

        private

        def sender = @message.sender_name.empty? ? "(no sender)" : @message.sender_name

        MOST_NAMES = 3

        # A burst is told as one: by the loudest of it, and whom the others are from.
        def text
          return @alert.text unless @alert.heads_burst

          head, *others = @bursts.of(@alert)
          return @alert.text if others.empty?
          return "#{others.size + 1} messages from #{head}" if others.all?(head) && !head.empty?

          "#{@alert.text.delete_suffix(".")}, and #{Core::English.count(others.size, "more alert")} from #{names(others.uniq)}"
        end

        def names(senders)
          shown = senders.first(MOST_NAMES).map { _1.empty? ? "somebody" : _1 }
          rest = senders.size - shown.size
          Core::English.join([*shown, *(Core::English.count(rest, "other") if rest.positive?)], "and")
        end

        # "opened after 2 min", "silent: you were heads-down"
        def became
          return "silent: #{SILENCED.fetch(@alert.silenced_by)}" if @alert.silenced_by

          [("without its sound: #{HUSHED.fetch(@alert.hushed_by)}" if @alert.hushed_by),
            (called if @alert.calls > 1), ending].compact.join(", ")
        end

        def called = (@alert.calls == 2) ? "called twice" : "called #{Core::English.count(@alert.calls, "time")}"

        def ending
          return "opened after #{minutes(@alert.opened_at - @alert.at)}" if @alert.opened_at
          return "answered" if @alert.answered_at
          return "seen, not opened" if @alert.seen_at

          @alert.sounded_at ? "not seen yet" : "waits for a page to be open"
        end

        def minutes(seconds)
          return "less than a minute" if seconds < 60

          (seconds < 5_400) ? "#{(seconds / 60).round} min" : "#{(seconds / 3_600).round} h"
        end
      end
    end
  end
end
