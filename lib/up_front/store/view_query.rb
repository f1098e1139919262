# frozen_string_literal: true

module UpFront
  module Store
    # A view asked of the database: one question for a page, one for a count. Nothing is changed by asking.
    class ViewQuery
      LEVELS = Core::Effects::PRIORITIES
      RANK = "CASE #{State::PRIORITY} #{LEVELS.each_with_index.map { |level, rank| "WHEN '#{level}' THEN #{rank}" }.join(" ")} END"
      SORTS = {
        "time" => "messages.arrived_at", "sender" => "messages.sender_name COLLATE NOCASE", "subject" => "messages.subject COLLATE NOCASE", "priority" => RANK, "size" => "messages.size", "follow_up" => "claims.follow_up_at"
      }.freeze
      MOST_GROUPS = 500

      # @!attribute key [String] @!attribute count [Integer] @!attribute unread [Integer]
      Group = Struct.new(:key, :count, :unread, keyword_init: true)

      # @param view [Core::View] @param now [Time] @param zone [Core::Zone]
      def initialize(view, now, zone)
        @view = view
        @now = now
        @zone = zone
      end

      # @return [ActiveRecord::Relation] of {Message}, joined with states and claims
      def messages = Message.joins(:state, :claim).where(*scope).where(reader.sql(@view.when))

      # Which mail the view looks at: sent mail only if it says so; drafts and what lies in Junk never.
      def scope
        parts = [@view.sent ? "(states.came <> 'quiet' OR messages.from_me)" : "states.came <> 'quiet'"]
        parts << "states.discarded_at IS NULL" unless @view.discarded || asks_for_discarded?
        parts << "messages.account_key IN (:accounts)" if @view.accounts.any?
        [parts.join(" AND "), {accounts: @view.accounts.map { Core::Text.fold(_1) }}]
      end

      def count = messages.count
      def unread = messages.where(states: {unread: true}).count

      # @param offset [Integer] @param limit [Integer] @param group [String, nil] the key of one group
      # @return [Array<State>] in the view's order
      def page(offset, limit, group: nil)
        ids = (group ? within(group) : messages).order(Arel.sql(order)).offset(offset).limit(limit).pluck("messages.id")
        states = State.where(message_id: ids).index_by(&:message_id)
        ids.map { states.fetch(_1) }
      end

      # @param ids [Array<Integer>] @return [Array<Integer>] those of them that it holds, in its order
      def among(ids) = messages.where(messages: {id: ids}).order(Arel.sql(order)).pluck("messages.id")

      # @param older_than [Time, nil] only those that arrived before it
      # @param all_but_newest [Boolean] all but the newest of each sender, of those that the view holds
      # @return [Array<Integer>] every message of the view, the newest first
      def ids(older_than: nil, all_but_newest: false)
        return messages.then { older_than ? _1.where("messages.arrived_at < ?", older_than) : _1 }.order(arrived_at: :desc).pluck("messages.id") unless all_but_newest

        ranked = messages.select("messages.id AS id, messages.arrived_at AS arrived_at, row_number() OVER (PARTITION BY ifnull(messages.sender_key, '') ORDER BY messages.arrived_at DESC, messages.id DESC) AS place")
        Message.unscoped.from(ranked, :ranked).where("ranked.place > 1").then { older_than ? _1.where("ranked.arrived_at < ?", older_than) : _1 }.order(Arel.sql("ranked.arrived_at DESC")).pluck(Arel.sql("ranked.id"))
      end

      # @return [Array<Group>] the first to come first
      def groups
        return [] unless @view.group_by

        grouped = (@view.group_by == "label") ? messages.joins("LEFT JOIN worn_labels worn ON worn.message_id = messages.id") : messages
        rows = grouped.group(Arel.sql(group_key)).order(Arel.sql(group_order)).limit(MOST_GROUPS).pluck(Arel.sql(group_key), Arel.sql("count(*)"), Arel.sql("sum(states.unread)"))
        rows.map { |key, count, unread| Group.new(key: key.to_s, count: count, unread: unread) }
      end

      private

      def reader = SQLReader.new(@now)
      def asks_for_discarded? = @view.when.leaves.any? { _1.fact.name == "discarded" }

      def order
        column = SORTS.fetch(@view.sort["by"])
        down = @view.sort["descending"] ? " DESC" : ""
        [("#{column} IS NULL" if @view.sort["by"] == "follow_up"), "#{column}#{down}", ("messages.arrived_at DESC" unless @view.sort["by"] == "time"), "messages.id#{" DESC" if @view.sort["descending"]}"].compact.join(", ")
      end

      def group_key
        case @view.group_by
        when "sender" then "ifnull(messages.sender_key, '')"
        when "account" then "messages.account_key"
        when "priority" then State::PRIORITY
        when "label" then "ifnull(worn.label, '')"
        else local_day
        end
      end

      def group_order = {"sender" => "count(*) DESC, 1", "account" => "1", "priority" => "#{RANK} DESC", "label" => "worn.label IS NULL, worn.label", "day" => "1 DESC"}.fetch(@view.group_by)

      def within(group)
        return messages.where("EXISTS (SELECT 1 FROM worn_labels worn WHERE worn.message_id = messages.id AND worn.label = ?)", group) if @view.group_by == "label" && !group.empty?
        return messages.where("NOT EXISTS (SELECT 1 FROM worn_labels worn WHERE worn.message_id = messages.id)") if @view.group_by == "label"

        messages.where("#{group_key} = ?", group)
      end

      # The local date, by the offsets that the owner's zone had while mail came.
      def local_day
        first, last = Message.minimum(:arrived_at)&.to_time, Message.maximum(:arrived_at)&.to_time
        return "date(messages.arrived_at)" unless first

        steps = @zone.offsets(first, last)
        cases = steps.map { |from, seconds| "WHEN messages.arrived_at >= #{Message.with_connection { |here| here.quote(from.getutc) }} THEN date(messages.arrived_at, '#{seconds} seconds')" }
        "CASE #{cases.reverse.join(" ")} ELSE date(messages.arrived_at, '#{steps.first.last} seconds') END"
      end
    end
  end
end
