# frozen_string_literal: true

module UpFront
  module Store
    # How messages stand at a moment, as SQL over {#tables}. Every answer is 0 or 1 and never NULL, so that its
    # denial answers too.
    class StateSQL
      # Messages into which somebody has written since, the owner or others.
      ANSWERED = "SELECT asked.id FROM messages replies JOIN message_references ON message_references.message_id = replies.id JOIN messages asked ON asked.message_id = message_references.reference WHERE"
      TO_OTHERS = "EXISTS (SELECT 1 FROM message_people people WHERE people.message_id = messages.id AND people.role IN ('to', 'cc') " \
        "AND people.key NOT IN (SELECT own.key FROM message_people own WHERE own.message_id = messages.id AND own.role = 'from'))"
      REPLIES = "SELECT 1 FROM message_references JOIN messages replies ON replies.id = message_references.message_id WHERE message_references.reference = messages.message_id"
      KEPT = "states.cleared_at IS NULL AND states.discarded_at IS NULL"

      # The tables, of messages, states and claims, that the answer to each fact is made of.
      TABLES = Hash.new(%w[states].freeze).merge(
        "held" => %w[states claims], "keep_at_top" => %w[states claims], "follow_up_due" => %w[states claims], "priority" => %w[states claims], "ink" => %w[claims],
        "answered" => [], "awaiting_reply" => %w[messages], "alerted" => [], "label" => [], "decided_by" => [], "arrived" => %w[messages]
      ).freeze

      # @param now [String] the moment, quoted @param id [String] the column that holds a message's number
      def initialize(now, id: "messages.id")
        @now = now
        @id = id
      end

      # @param name [String] of a fact of state @return [Array<String>]
      def tables(name) = TABLES[name]

      # @param name [String] of a flag of {Core::MessageState} @return [String]
      def flag(name)
        case name
        when "unread" then "states.unread"
        when "flagged" then "states.flagged"
        when "on_front" then "(#{KEPT} AND states.surface_at IS NOT NULL AND states.surface_at <= #{@now})"
        when "held" then "(#{KEPT} AND states.came = 'arrived' AND states.put_off_at IS NULL AND (states.surface_at > #{@now} OR states.surface_at IS NULL) AND (states.surface_at IS NOT NULL OR claims.held))"
        when "cleared" then "(states.cleared_at IS NOT NULL)"
        when "discarded" then "(states.discarded_at IS NOT NULL)"
        when "keep_at_top" then "(states.message_id IN (SELECT message_id FROM states WHERE keep_at_top UNION ALL SELECT message_id FROM claims WHERE keep_at_top) AND COALESCE(states.keep_at_top, claims.keep_at_top) AND (states.keep_until IS NULL OR states.keep_until > #{@now}))"
        when "alerted" then "(#{@id} IN (SELECT message_id FROM alerts WHERE silenced_by IS NULL))"
        when "answered" then "#{@id} IN (#{ANSWERED} replies.from_me)"
        when "awaiting_reply" then "(messages.from_me AND #{TO_OTHERS} AND NOT EXISTS (#{REPLIES} AND NOT replies.from_me))"
        when "follow_up_due" then "(#{KEPT} AND claims.follow_up_at IS NOT NULL AND claims.follow_up_at <= #{@now})"
        else raise ArgumentError, "no SQL for #{name}"
        end
      end

      PRIORITY = State::PRIORITY
      COMMON = "normal" # most messages: no index serves

      # @param levels [Array<String>] quoted
      def priority(levels)
        asked = "#{PRIORITY} IN (#{levels.join(", ")})"
        return asked if levels.include?("'#{COMMON}'")

        "(states.message_id IN (SELECT message_id FROM states WHERE priority IN (#{levels.join(", ")}) UNION ALL SELECT message_id FROM claims WHERE priority IN (#{levels.join(", ")})) AND #{asked})"
      end

      # @param names [Array<String>] quoted, as the rulebook spells them
      def labelled(names) = "#{@id} IN (SELECT message_id FROM worn_labels WHERE label IN (#{names.join(", ")}))"
      def inked(names) = "(claims.ink IS NOT NULL AND claims.ink COLLATE NOCASE IN (#{names.join(", ")}))"

      # @param ids [Array<Integer>] of rules
      def decided_by(ids) = "#{@id} IN (SELECT message_id FROM firings WHERE rule_id IN (#{ids.join(", ")}) AND outcome = 'matched')"
    end
  end
end
