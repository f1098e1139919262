# frozen_string_literal: true

module UpFront
  module Store
    # What is shown of some senders beside their figures: which rules spoke on their mail, and what of it there is.
    class SenderRows
      # @param by ["address", "domain", "list"] @param since [Integer] seconds since 1970: when the days that count began
      def initialize(by, since)
        @by = by
        @since = since
      end

      # @return [Hash{String=>Array<Array(Integer, Integer)>}] by key, the rules that spoke on their mail since, each with
      #   on how much of it, the most first
      def rules(keys)
        rows = read("SELECT #{column}, rule_id, count(*) FROM firings JOIN traffic ON traffic.message_id = firings.message_id #{join} " \
          "WHERE firings.outcome = 'matched' AND #{where(keys, @since)} GROUP BY 1, 2 ORDER BY 3 DESC")
        rows.group_by(&:first).transform_values { |of| of.map { _1.drop(1) } }
      end

      # @param rule_id [Integer] @return [Set<String>] those on whose mail it has spoken since
      def spoken_on(rule_id)
        read("SELECT DISTINCT #{column} FROM firings JOIN traffic ON traffic.message_id = firings.message_id #{join} WHERE rule_id = " \
          "#{rule_id.to_i} AND firings.outcome = 'matched' AND #{ours(@since)} AND #{column} IS NOT NULL").flatten.to_set
      end

      # @return [Array<Integer>] messages of these since, the newest first
      def message_ids(keys, most: nil)
        read("SELECT traffic.message_id #{of(keys,
          @since)} ORDER BY arrived_at DESC, traffic.message_id DESC#{" LIMIT #{most}" if most}").flatten
      end

      # @return [Array<Integer>] moments of their arrival since
      def arrivals(keys) = read("SELECT arrived_at #{of(keys, @since)}").flatten

      # @param since [Time] @return [Integer] messages that have come from them after it
      def count_after(keys, since) = read("SELECT count(*) #{of(keys, since.to_i + 1)}").dig(0, 0)

      # @return [Array(Integer, Time, nil)] of those since: how many were answered, and when the last of them came
      def answered(keys)
        count, last = read("SELECT count(*), max(arrived_at) #{of(keys, @since)} AND answered_at IS NOT NULL").first
        [count, last && Time.at(last).utc]
      end

      # @param rule_id [Integer] @param at [Time] since when
      # @return [Integer] how much of their mail the rule has discarded since, what was removed for good among it
      def kept_away(key, rule_id, at)
        moment = Record.with_connection { _1.quote(at.getutc) }
        here = read("SELECT count(*) #{of([key], 0)} AND traffic.message_id IN (SELECT firings.message_id FROM firings JOIN states " \
          "ON states.message_id = firings.message_id WHERE rule_id = #{rule_id.to_i} AND outcome = 'matched' " \
          "AND discarded_at >= #{moment})")
        here.dig(0, 0) + removed(key)
      end

      # @return [Hash{String=>String}] the List-Id's name of lists that have one, as the newest message has it
      def list_names(keys)
        return {} unless @by == "list"

        newest = read("SELECT max(traffic.message_id) #{of(keys, 0)} GROUP BY list").flatten
        Message.where(id: newest).pluck(:headers).filter_map { |headers|
          list = Core::MailingList.new(headers.fetch("list-id", [""]).first.to_s)
          [list.id, Core::Visible.line(list.name)] if list.name
        }.to_h
      end

      private

      def removed(key)
        return 0 if @by == "list"

        read("SELECT sum(removed) FROM senders WHERE #{column} = #{Record.with_connection { _1.quote(key) }}").dig(0, 0).to_i
      end

      def column = {"address" => "senders.key", "domain" => "senders.domain", "list" => "traffic.list"}.fetch(@by)
      def join = (@by == "list") ? "" : "JOIN senders ON senders.id = traffic.sender_id"
      def of(keys, since) = "FROM traffic #{join} WHERE #{where(keys, since)}"
      def ours(since) = "NOT mine AND came <> 'quiet' AND traffic.arrived_at >= #{since}"

      def where(keys, since)
        listed = Record.with_connection { |here| keys.map { here.quote(_1) }.join(", ") }
        "#{column} IN (#{listed}) AND #{ours(since)}"
      end

      def read(sql) = Record.with_connection { _1.select_rows(sql) }
    end
  end
end
