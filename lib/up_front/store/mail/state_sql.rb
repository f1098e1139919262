# frozen_string_literal: true

module UpFront
  module Store
    # How messages stand at a moment, as SQL over {#tables}: {Core::MessageState}, asked of the database. Every answer is 0
    # or 1 and never NULL, so that its denial answers too.
    class StateSQL
      # Messages into which somebody has written since, the owner or others.
      ANSWERED = <<~SQL.tr("\n", " ").freeze
        messages replies JOIN message_references ON message_references.message_id = replies.id
        JOIN messages asked ON asked.message_id = message_references.reference
      SQL
      TO_OTHERS = <<~SQL.tr("\n", " ").freeze
        EXISTS (SELECT 1 FROM message_people people WHERE people.message_id = messages.id AND people.role IN ('to', 'cc')
        AND NOT EXISTS (SELECT 1 FROM message_people own WHERE own.message_id = messages.id AND own.role = 'from'
        AND own.key = people.key))
      SQL
      REPLIES = <<~SQL.tr("\n", " ").freeze
        SELECT 1 FROM message_references JOIN messages replies ON replies.id = message_references.message_id
        WHERE message_references.reference = messages.message_id
      SQL

      AWAITED = "SELECT message_id FROM awaited WHERE state = 'open' AND message_id IS NOT NULL"
      TO_ME = "SELECT 1 FROM message_people own WHERE own.message_id = messages.id AND own.role = 'to' AND own.key IN (:mine)"
      private_constant :AWAITED, :TO_ME

      OPEN = "states.cleared_at IS NULL AND states.discarded_at IS NULL" # as the partial indexes have it
      FOLLOW_UP = "#{OPEN} AND NOT states.taken_up AND claims.follow_up_at IS NOT NULL AND states.message_id IN " \
        "(SELECT message_id FROM claims WHERE follow_up_at IS NOT NULL)".freeze # not many of all: found by their index
      # Its moment brings it to the Front, or brought it.
      COMES = <<~SQL.tr("\n", " ").freeze
        (states.came = 'arrived' AND states.surface_at IS NOT NULL AND (states.cleared_at IS NULL OR states.cleared_at >= states.surface_at)
        AND (states.discarded_at IS NULL OR states.discarded_at >= states.surface_at))
      SQL
      BY_ROUND = <<~SQL.tr("\n", " ").freeze
        (#{COMES} AND states.let_in_at IS NULL AND states.put_off_at IS NULL AND (states.moved_at IS NOT NULL
        OR (claims.round IS NOT NULL AND claims.surface_at = states.surface_at)))
      SQL
      # It came with its round, and was put off since.
      PUT_OFF_LATER = <<~SQL.tr("\n", " ").freeze
        (states.came = 'arrived' AND claims.round IS NOT NULL AND states.put_off_at >= claims.surface_at
        AND (states.let_in_at IS NULL OR states.let_in_at >= claims.surface_at)
        AND (states.moved_at IS NULL OR states.moved_at >= claims.surface_at))
      SQL
      PRIORITY = "COALESCE(states.priority, claims.priority)"
      INK = "CASE WHEN states.ink IS NULL THEN claims.ink ELSE NULLIF(states.ink, '') END"
      WAITS_FOR_EVER = "EXISTS (SELECT 1 FROM claims own WHERE own.message_id = states.message_id AND own.held)"

      # The tables, of messages, states and claims, that the answer to each fact is made of.
      TABLES = Hash.new(%w[states].freeze).merge(
        **%w[keep_at_top follow_up_due ink].to_h { [_1, %w[states claims].freeze] }, "answered" => %w[states],
        "sent_unanswered" => %w[messages], "awaits_mine" => %w[messages states], "awaits_mine_since" => %w[messages states],
        **%w[awaiting_reply answer_overdue has_task alerted label decided_by].to_h { [_1, [].freeze] }, "arrived" => %w[messages]
      ).freeze

      # @param now [Time] the moment @param id [String] the column that holds a message's number
      # @param few [Boolean] few messages are asked about: see {FewOrAll}
      def initialize(now, id: "messages.id", few: false)
        @now = Record.with_connection { _1.quote(now.getutc) }
        @id = id
        @belonging = FewOrAll.new(id, few)
      end

      # @param name [String] of a fact of state @return [Array<String>]
      def tables(name) = TABLES[name]

      # @param name [String] of a fact of state that holds or does not @return [String]
      def flag(name)
        case name
        when "unread" then "states.unread"
        when "flagged" then "states.flagged"
        when "cleared" then "(states.cleared_at IS NOT NULL)"
        when "discarded" then "(states.discarded_at IS NOT NULL)"
        when "on_front" then on_front
        when "held" then held
        when "keep_at_top" then keep_at_top
        when "follow_up_due" then "(#{FOLLOW_UP} AND #{come("claims.follow_up_at")})"
        when "alerted" then own("message_id", "alerts", "silenced_by IS NULL")
        when "answered" then "(states.answered_elsewhere OR #{own("asked.id", ANSWERED, "replies.from_me")})"
        when "awaiting_reply" then "#{@id} IN (#{AWAITED})"
        when "answer_overdue" then "#{@id} IN (#{AWAITED} AND due_at <= #{@now})"
        when "has_task" then "#{@id} IN (SELECT message_id FROM tasks WHERE #{Task::OPEN} AND message_id IS NOT NULL)"
        when "awaits_mine" then awaits_mine
        when "sent_unanswered" then "(messages.from_me AND #{TO_OTHERS} AND NOT EXISTS (#{REPLIES} AND NOT replies.from_me))"
        else raise ArgumentError, "no SQL for #{name}"
        end
      end

      # It asks the owner something, they have not answered, and it is not done with.
      def awaits_mine
        "(#{OPEN} AND messages.asks_something AND NOT messages.from_me AND EXISTS (#{TO_ME}) AND NOT states.answered_elsewhere AND " \
          "NOT #{own("asked.id", ANSWERED, "replies.from_me")})".sub(":mine") do
            listed(CurrentRulebook.rulebook.names.me.keys.to_a).presence || "NULL"
          end
      end

      def on_front = "(#{OPEN} AND #{come("states.surface_at")})"

      def held
        "(#{OPEN} AND states.came = 'arrived' AND states.put_off_at IS NULL AND (states.surface_at > #{@now} OR states.surface_at IS " \
          "NULL) " \
          "AND (states.surface_at IS NOT NULL OR #{WAITS_FOR_EVER}))"
      end

      def put_off = "(#{OPEN} AND states.put_off_at IS NOT NULL AND states.surface_at IS NOT NULL AND states.surface_at > #{@now})"

      COMMON = Core::Priority::DEFAULT # most messages: no index serves

      # @param levels [Array<String>]
      def priority(levels)
        list = listed(levels)
        if levels.include?(COMMON) || @belonging.few?
          return "(COALESCE(states.priority, (SELECT claimed.priority FROM claims claimed WHERE claimed.message_id = states.message_id)) " \
            "IN (#{list}))"
        end

        own = "SELECT message_id FROM states WHERE priority IN (#{list}) UNION ALL SELECT message_id FROM claims WHERE priority IN " \
          "(#{list})"
        "(states.message_id IN (#{own}) AND (states.priority IS NULL OR states.priority IN (#{list})))"
      end

      # @param names [Array<String>] as the rulebook spells them
      def labelled(names) = own("message_id", "message_labels", "label IN (#{listed(names)})")

      def inked(names)
        list = listed(names)
        own = "SELECT message_id FROM states WHERE ink IN (#{list}) UNION ALL SELECT message_id FROM claims WHERE ink IN (#{list})"
        asked = "ifnull(#{INK}, '') IN (#{list})"
        @belonging.few? ? "(#{asked})" : "(states.message_id IN (#{own}) AND #{asked})"
      end

      # @param ids [Array<Integer>] of rules
      def decided_by(ids) = own("message_id", "firings", "rule_id IN (#{ids.join(", ")}) AND outcome = 'matched'")

      private

      def own(...) = @belonging.told(...)

      def keep_at_top
        kept = "SELECT message_id FROM states WHERE keep_at_top UNION ALL SELECT message_id FROM claims WHERE keep_at_top"
        "(#{"states.message_id IN (#{kept}) AND " unless @belonging.few?}COALESCE(states.keep_at_top, claims.keep_at_top) " \
          "AND (states.keep_until IS NULL OR states.keep_until > #{@now}))"
      end

      def come(column) = "#{column} IS NOT NULL AND #{column} <= #{@now}"
      def listed(values) = Record.with_connection { |here| values.map { here.quote(_1) }.join(", ") }
    end
  end
end
