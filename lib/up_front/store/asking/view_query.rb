# frozen_string_literal: true

module UpFront
  module Store
    # A view asked of the database: one question for a page, one for a count. Nothing is changed by asking.
    class ViewQuery
      LEVELS = Core::Priority::LEVELS
      RANK = "CASE #{StateSQL::PRIORITY} #{LEVELS.each_with_index.map { |level, rank| "WHEN '#{level}' THEN #{rank}" }.join(" ")} END"
      SORTS = {
        "time" => "messages.arrived_at", "sender" => "messages.sender_folded", "subject" => "messages.subject_folded", "priority" => RANK,
        "size" => "messages.size", "follow_up" => "claims.follow_up_at"
      }.freeze
      # @!attribute key [String] @!attribute count [Integer] @!attribute unread [Integer] @!attribute newest [Integer] a message of it
      Group = Struct.new(:key, :count, :unread, :newest, keyword_init: true)

      NEAR = 3_000

      # @param view [Core::View] @param now [Time] @param zone [Core::Zone]
      # @param few [Boolean] it shall be asked about few messages: see {FewOrAll}
      def initialize(view, now, zone, few: false)
        @view = view
        @now = now
        @zone = zone
        @few = few
      end

      # @return [ViewQuery] the same for few messages
      def few = self.class.new(@view, @now, @zone, few: true)

      # @return [ActiveRecord::Relation] of {State}, joined with what the view asks of
      def states = joined(*tables).where(*scope).where(condition)

      def count = states.count
      def unread = unread_states.count

      # As the partial index has it. @return [ActiveRecord::Relation] of {State}
      def unread_states = states.where("states.unread")

      # @param moment [Time] @return [ActiveRecord::Relation] of {State}: what has come, or come in, since
      def since(moment)
        joined("messages", *tables).where(*scope).where(condition)
          .where("messages.arrived_at > :since OR (states.surface_at > :since AND states.surface_at <= :now)", since: moment, now: @now)
      end

      # @param group [String, nil] the key of one group @return [ActiveRecord::Relation] of {State}, in the view's order
      def ordered(group = nil)
        of_order = {"priority" => %w[messages claims], "follow_up" => %w[messages claims]}.fetch(@view.sort["by"], %w[messages])
        found = joined(*tables, *of_order, *(GROUPS.fetch(@view.group_by).tables if group)).where(*scope).where(condition)
        (group ? within(found, group) : found).order(Arel.sql(order))
      end

      # @param offset [Integer] @param limit [Integer] @param group [String, nil] the key of one group
      # @param near [Integer] so many of the newest messages are looked through first, in which most pages are found
      # @return [Array<State>] in the view's order
      def page(offset, limit, group: nil, near: NEAR)
        found = few.newest(near, group).offset(offset).limit(limit).to_a if newest_first?
        (found&.size == limit) ? found : ordered(group).offset(offset).limit(limit).to_a
      end

      # @param ids [Array<Integer>] @return [Array<Integer>] those of them that it holds, in its order
      def among(ids) = few.ordered.where(message_id: ids).pluck(:message_id)

      # @return [Array<Group>] the first to come first
      def groups(most)
        return [] unless @view.group_by

        key = GROUPS.fetch(@view.group_by)
        rows = joined(*tables, *key.tables).where(*scope).where(condition).joins(key.join.to_s).group(Arel.sql(group_key))
          .order(Arel.sql(key.order)).limit(most)
          .pluck(Arel.sql(group_key), Arel.sql("count(*)"), Arel.sql("sum(states.unread)"), Arel.sql("max(states.message_id)"))
        rows.map { |group, count, unread, newest| Group.new(key: group.to_s, count: count, unread: unread, newest: newest) }
      end

      protected

      # Of the newest messages alone, which SQLite goes through one after the other, from the newest on, until a page is full.
      def newest(many, group)
        oldest = Message.order(arrived_at: :desc).offset(many).limit(1).select(:arrived_at)
        ordered(group).where("messages.arrived_at >= ifnull((#{oldest.to_sql}), '')")
      end

      private

      JOINS = {"messages" => "JOIN messages ON messages.id = states.message_id",
               "claims" => "JOIN claims ON claims.message_id = states.message_id"}.freeze

      def joined(*tables) = State.joins(JOINS.slice(*tables).values.join(" "))
      def newest_first? = @view.sort == {"by" => "time", "descending" => true}
      def condition = (@condition ||= written).first
      def tables = (@condition ||= written).last

      def written
        reader = SQLReader.new(@now, id: "states.message_id", few: @few)
        [reader.sql(@view.when), [*reader.tables, *("messages" if @view.sent || @view.accounts.any?)]]
      end

      # Which mail the view looks at: sent mail only if it says so; drafts and what lies in Junk never.
      def scope
        parts = [@view.sent ? "(states.came <> 'quiet' OR messages.from_me)" : "states.came <> 'quiet'"]
        parts << "states.discarded_at IS NULL" unless @view.discarded || asks_for_discarded?
        parts << "messages.account_key IN (:accounts)" if @view.accounts.any?
        [parts.join(" AND "), {accounts: @view.accounts.map { Core::Text.fold(_1) }}]
      end

      def asks_for_discarded? = @view.when.leaves.any? { _1.fact.name == "discarded" }

      def order
        column = SORTS.fetch(@view.sort["by"])
        down = @view.sort["descending"] ? " DESC" : ""
        [("#{column} IS NULL" if @view.sort["by"] == "follow_up"), "#{column}#{down}",
          ("messages.arrived_at DESC" unless @view.sort["by"] == "time"), "messages.id#{" DESC" if @view.sort["descending"]}"]
          .compact.join(", ")
      end

      # What groups are made by: the tables and the join that their key wants, and their order.
      By = Struct.new(:key, :tables, :order, :join, keyword_init: true)
      GROUPS = {
        "sender" => By.new(key: "ifnull(messages.sender_key, '')", tables: %w[messages], order: "count(*) DESC, 1"),
        "day" => By.new(tables: %w[messages], order: "1 DESC"),
        "thread" => By.new(key: "ifnull(threads.thread, ' ' || states.message_id)", tables: %w[messages],
          order: "max(messages.arrived_at) DESC", join: "LEFT JOIN message_threads threads ON threads.message_id = states.message_id"),
        "label" => By.new(key: "ifnull(labelled.label, '')", tables: [], order: "labelled.label IS NULL, sort_key(labelled.label)",
          join: "LEFT JOIN message_labels labelled ON labelled.message_id = states.message_id"),
        "account" => By.new(key: "messages.account_key", tables: %w[messages], order: "1"),
        "priority" => By.new(key: StateSQL::PRIORITY, tables: %w[claims], order: "#{RANK} DESC")
      }.freeze

      def group_key = GROUPS.fetch(@view.group_by).key || LocalDate.sql("messages.arrived_at", @zone)

      def within(relation, group)
        case @view.group_by
        when "label" then relation.where(group.empty? ? "NOT EXISTS (SELECT 1 FROM message_labels labelled WHERE labelled.message_id = " \
          "states.message_id)" : "states.message_id IN (SELECT message_id FROM message_labels WHERE label = :group)", group: group)
        when "thread" then relation.where("states.message_id IN (SELECT message_id FROM message_threads WHERE thread = :group) OR " \
          "states.message_id = :alone", group: group, alone: group[/\A (\d+)\z/, 1].to_i)
        else relation.where("#{group_key} = ?", group)
        end
      end
    end
  end
end
