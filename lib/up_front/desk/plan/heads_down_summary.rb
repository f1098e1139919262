# frozen_string_literal: true

module UpFront
  module Desk
    # What became of mail while the person was heads-down, in one sentence, however it ended: what came in with its end, what broke
    # through meanwhile, and what arrived and waits on for other reasons.
    class HeadsDownSummary
      # @param stretch [Range<Time>] that is over, from its beginning to its end
      def initialize(stretch)
        @from, @to = stretch.begin, stretch.end
      end

      # @return [String] "Heads-down is over: six messages came in, one of them high; one broke through; two wait on, the first of them
      #   until 12:00."
      def message
        parts = [came, through, waiting].compact
        "Heads-down is over: #{parts.empty? ? "nothing came" : parts.join("; ")}."
      end

      private

      # @return [ActiveRecord::Relation] of the states of what arrived meanwhile
      def arrived = Store::State.where(came: "arrived", message_id: Store::Message.where(arrived_at: @from...@to).select(:id))

      def came
        by_priority = Store::State.coming.where(surface_at: @to, let_in_at: nil).claimed.group(Store::StateSQL::PRIORITY).count
        total = by_priority.values.sum
        return if total.zero?

        loud = %w[top high].filter_map { |level| "#{Core::English.among(by_priority[level], "them")} #{level}" if by_priority[level] }
        "#{Core::English.count(total, "message")} came in#{", #{Core::English.join(loud, "and")}" if loud.any?}"
      end

      def through
        count = arrived.where(surface_at: @from...@to, let_in_at: nil).count
        "#{Core::English.count(count, "message")} broke through" if count.positive?
      end

      def waiting
        held = arrived.merge(Store::State.held(@to))
        count = held.count
        return if count.zero?

        first = held.minimum(:surface_at)
        time_format = Core::TimeFormat.new(Store::CurrentRulebook.rulebook.zone, @to)
        "#{Core::English.count(count, "message")} #{(count == 1) ? "waits" : "wait"} on" \
          "#{", #{"the first of them " if count > 1}until #{time_format.moment(first)}" if first}"
      end
    end
  end
end
