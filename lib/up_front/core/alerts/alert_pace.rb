# frozen_string_literal: true

module UpFront
  module Core
    # Keeps alerts from becoming noise: decides which of those that are due at once sound, and which are silent,
    # and by what. What is silenced stays in the journal.
    class AlertPace
      FEW = 3 # alerts within BURST_SECONDS that may sound one by one
      BURST_SECONDS = 120
      CONVERSATION_SECONDS = 600

      # An alert that is due. @!attribute by_hand [Boolean] the person brought the message in
      Due = Struct.new(:level, :conversation, :break_through, :by_hand, keyword_init: true) do
        def calls? = level == "call_out"
      end
      # One that sounded. @!attribute conversation [Array<Integer>] the message itself, at the least
      # @!attribute burst [Object, nil] what later ones of its burst join
      Past = Struct.new(:at, :level, :message, :burst, keyword_init: true)
      # @!attribute silenced_by [String, nil] "let_in", "heads_down", "conversation" or "burst"
      # @!attribute joins [Object, nil] the burst that it joins @!attribute heads [Boolean] whether it stands for a new burst
      Verdict = Struct.new(:silenced_by, :joins, :heads, keyword_init: true)

      # @param past [Array<Past>] of the last ten minutes @param now [Time] @param heads_down [Boolean] whether it runs
      def initialize(past, now, heads_down: false)
        @past = past
        @now = now
        @heads_down = heads_down
      end

      # @param due [Array<Due>] in the order in which they would sound @return [Array<Verdict>] one for each
      def judge(due)
        spoken = recent(CONVERSATION_SECONDS).map(&:message)
        verdicts = due.map do |alert|
          silenced = silenced_by(alert, spoken)
          spoken += alert.conversation if silenced.nil? && !alert.calls?
          Verdict.new(silenced_by: silenced)
        end
        fold(due.zip(verdicts).reject { |alert, verdict| verdict.silenced_by || alert.calls? })
        verdicts
      end

      private

      def recent(seconds) = @past.select { _1.at > @now - seconds }

      def silenced_by(alert, spoken)
        return "let_in" if alert.by_hand
        return "heads_down" if @heads_down && !alert.break_through

        "conversation" if !alert.calls? && alert.conversation.intersect?(spoken)
      end

      # More than a few become one, as loud as the loudest of them. What is louder than all that has sounded stands for a burst of its own.
      # @param heard [Array<Array(Due, Verdict)>]
      def fold(heard)
        sounded = recent(BURST_SECONDS).reject { _1.level == "call_out" }
        burst = sounded.filter_map(&:burst).last
        return if heard.empty? || (burst.nil? && sounded.size + heard.size <= FEW)

        loudest = heard.max_by.with_index { |(alert, _), place| [loudness(alert), -place] }
        head = loudest if burst.nil? || loudness(loudest.first) > sounded.map { loudness(_1) }.max
        head&.last&.heads = true
        heard.each { |pair| pair.last.silenced_by, pair.last.joins = "burst", head ? :new : burst unless pair.equal?(head) }
      end

      def loudness(alert) = AlertEffect::LEVELS.index(alert.level)
    end
  end
end
