# frozen_string_literal: true

module UpFront
  module Core
    # Which senders are meant, and in which order.
    class SenderQuestion
      HOUR = 3_600
      LARGE = 10 * 1_048_576 # bytes of all their mail
      MOSTLY = 0.8 # of the mail that came: what is mostly read, or hardly ever

      # What may be asked of a sender's figures, by name. `month` is when the local month began, `asked` are keys that were asked to stop,
      # `blocked` keys that are kept away.
      WHICH = {
        "never_read" => ->(sender, _) { sender.read.zero? },
        "hardly_read" => ->(sender, _) { sender.read < (1 - MOSTLY) * sender.count },
        "mostly_read" => ->(sender, _) { sender.read >= MOSTLY * sender.count },
        "answered" => ->(sender, _) { sender.answered.positive? },
        "never_answered" => ->(sender, _) { sender.answered.zero? },
        "answered_within_hour" => ->(sender, _) { !sender.answer.nil? && sender.answer <= HOUR },
        "new_this_month" => ->(sender, about) { sender.first_at >= about.fetch(:month) },
        "more_than_usual" => ->(sender, _) { sender.counts[7] >= 3 && sender.growth >= 1.5 },
        "straight_in" => ->(sender, _) { sender.straight.positive? },
        "alerting" => ->(sender, _) { sender.alerts.positive? },
        "large" => ->(sender, _) { sender.size >= LARGE }, "can_unsubscribe" => ->(sender, _) { sender.unsubscribe },
        "asked_to_stop" => ->(sender, about) { about.fetch(:asked).include?(sender.key) },
        "blocked" => ->(sender, about) { about.fetch(:blocked).call(sender.key) }
      }.freeze

      # By what they may be put in order; what has no answer comes last, whichever way.
      ORDERS = {
        "name" => :sorted.to_proc, "kind" => ->(sender) { Sender::KINDS.index(sender.kind) }, "count_7" => ->(sender) { sender.counts[7] },
        "count_30" => ->(sender) { sender.counts[30] }, "read" => ->(sender) { sender.read.fdiv(sender.count) },
        "first" => :first_at.to_proc, "last" => :last_at.to_proc,
        **%i[count growth look answered answer alerts straight size].to_h { [_1.name, _1.to_proc] }
      }.freeze

      # @param text [String] words that the name or address has, in part @param kinds [Array<String>] of {Sender::KINDS}; empty for all
      # @param which [String, nil] of {WHICH} @param order [String] of {ORDERS} @param falling [Boolean] the most first
      # @param keys [Set<String>, nil] only these
      def initialize(text: "", kinds: [], which: nil, order: "count", falling: true, keys: nil)
        @words = Text.fold(text).split
        @kinds = kinds
        @which = which && WHICH.fetch(which)
        @order = ORDERS.fetch(order)
        @falling = falling
        @keys = keys
      end

      # @param senders [Array<Sender>] the busiest first, which is how they stay that are equal
      # @param about [Hash] what {WHICH} asks for besides @return [Array<Sender>]
      def of(senders, about)
        some = senders.select { |sender| meant?(sender, about) }
        return @falling ? some : some.reverse if @order == ORDERS["count"]

        known, unknown = some.partition { |sender| !@order.call(sender).nil? }
        ordered(known) + unknown
      end

      private

      # Equal ones as they stood. Whole numbers are sorted as one with their places, which is several times as fast as lists of both.
      def ordered(some)
        values = some.map(&@order)
        keys = values.all?(Integer) ? ->(place) { values[place] * some.size + signed(place) } : ->(place) { [values[place], signed(place)] }
        places = some.each_index.sort_by(&keys)
        some.values_at(*(@falling ? places.reverse : places))
      end

      def signed(place) = @falling ? -place : place

      def meant?(sender, about)
        return false unless @keys.nil? || @keys.include?(sender.key)
        return false unless @kinds.empty? || @kinds.include?(sender.kind)
        return false unless @which.nil? || @which.call(sender, about)

        @words.empty? || @words.all? { sender.folded.include?(_1) }
      end
    end
  end
end
