# frozen_string_literal: true

module UpFront
  module Store
    # Everybody who has written in the last 90 days, with their figures: counted once, and later only of those whose mail something has
    # happened to (`senders.touched` only grows). Sent mail, drafts and the owner's own are not in it.
    class Senders
      LOCK = Monitor.new
      DAYS = Core::Sender::DAYS
      WEEKS = Core::Sender::WEEKS
      DAY = 86_400 # seconds
      MOST_TOUCHED = 500 # beyond that it is cheaper to count all anew

      class << self
        # @param zone [Core::Zone] @param now [Time] @return [Senders] as they stand
        def at(zone, now)
          stand = [Connection.path, *DAYS.map { |days| zone.instant(zone.date(now) - days + 1, 0).to_i }]
          LOCK.synchronize do
            @current = new(stand) unless @current&.stand == stand
            @current.tap(&:follow)
          end
        end

        # For whoever takes changes back (a test's transaction).
        def forget = LOCK.synchronize { @current = nil }
      end

      attr_reader :stand

      def initialize(stand)
        @stand = stand
        @since = DAYS.zip(stand.drop(1)).to_h
        @parts = {} # by sender, one for each list through which they write, and one for what comes through none
        @touched = -1
      end

      # @return [Integer] seconds since 1970: the beginning of the first day that counts
      def since = @since[DAYS.last]

      def follow
        touched = read("SELECT max(touched) FROM senders").dig(0, 0).to_i
        return if touched == @touched

        @touched = -1 if touched < @touched # another file has taken this one's place

        ids = @touched.negative? ? nil : read("SELECT id FROM senders WHERE touched > #{@touched} LIMIT #{MOST_TOUCHED + 1}").flatten
        count(ids) if ids.nil? || ids.any?
        @touched = touched
        @together = {}
      end

      # @param by ["address", "domain", "list"] @return [Array<Core::Sender>] each with its key, the busiest first
      def by(by) = LOCK.synchronize { @together[by] ||= together(by).sort_by { [-_1.count, _1.key] }.freeze }

      # @return [Core::Sender, nil] one of them
      def find(by, key) = by(by).find { _1.key == key }

      private

      def together(by)
        return @parts.map { |_, lists| one(lists.values) } if by == "address"
        return grouped(@parts.values.flat_map(&:to_a).select(&:first)) { |list, _part| list } if by == "list"

        grouped(@parts.values.flat_map { |lists| lists.values.map { [nil, _1] } }) { |_list, part| part.key.rpartition("@").last }
      end

      def one(parts)
        (parts.size == 1) ? parts.first : Core::Sender.together(parts.first.key, parts.first.name, parts).tap { _1.members = 1 }
      end

      def grouped(pairs)
        pairs.group_by { |list, part| yield(list, part) }.map do |key, of|
          parts = of.map(&:last)
          Core::Sender.together(key, key, parts).tap { |sender| sender.members = parts.map(&:key).uniq.size }
        end
      end

      COUNTED = <<~SQL.tr("\n", " ").freeze
        count(*), %<days>s, %<kinds>s, sum(read), count(answered_at), sum(way IS 'straight'), sum(size), max(unsubscribe)
      SQL
      FROM = "FROM traffic WHERE sender_id IS NOT NULL AND NOT mine AND came <> 'quiet' AND arrived_at >= %<since>d"

      # @param ids [Array<Integer>, nil] of senders; nil or too many for all
      def count(ids)
        all = ids.nil? || ids.size > MOST_TOUCHED
        which = all ? "" : " AND sender_id IN (#{ids.join(", ")})"
        all ? @parts.clear : ids.each { @parts.delete(_1) }
        people = read("SELECT id, key, name, first_at, last_at FROM senders#{" WHERE id IN (#{ids.join(", ")})" unless all}").to_h {
          [_1[0], _1]
        }
        looks, answers, alerts = times("opened_at - comes_at", which), times("answered_at - arrived_at", which), alerts(which)
        weeks = weeks(which)
        counts(which).each do |id, list, *figures|
          pair = [id, list]
          (@parts[id] ||= {})[list] = part(people.fetch(id), figures, weeks[pair], looks[pair], answers[pair], alerts[pair])
        end
      end

      def counts(which)
        days = DAYS[0..-2].map { "sum(arrived_at >= #{@since[_1]})" }.join(", ")
        kinds = Core::Sender::KINDS.map { "sum(kind = '#{_1}')" }.join(", ")
        read("SELECT sender_id, list, #{format(COUNTED, days: days, kinds: kinds)} #{from}#{which} GROUP BY sender_id, list")
      end

      def from = format(FROM, since: since)

      # @return [Hash{Array=>Array<Integer>}] by sender and list, in order
      def times(what, which)
        rows = read("SELECT sender_id, list, #{what} AS took #{from}#{which} AND #{what} >= 0 ORDER BY took")
        rows.each_with_object({}) { |(id, list, took), found| (found[[id, list]] ||= []) << took }
      end

      # @return [Hash{Array=>Array<Integer>}] by sender and list
      def weeks(which)
        rows = read("SELECT sender_id, list, (arrived_at - #{since - DAY}) / #{7 * DAY} AS week, count(*) #{from}#{which} GROUP BY 1, 2, 3")
        rows.each_with_object(Hash.new { |all, key| all[key] = Array.new(WEEKS, 0) }) do |(id, list, week, count), found|
          found[[id, list]][[week, WEEKS - 1].min] += count # a clock change makes a day longer
        end
      end

      def alerts(which)
        rows = read("SELECT sender_id, list, count(*) #{from}#{which} AND message_id IN (SELECT message_id FROM alerts WHERE silenced_by " \
          "IS NULL) GROUP BY sender_id, list")
        rows.to_h { |id, list, count| [[id, list], count] }
      end

      def part(person, figures, weeks, looks, answers, alerts)
        _, key, name, first_at, last_at = person
        count, *rest = figures
        days, kinds = rest.shift(DAYS.size - 1), rest.shift(Core::Sender::KINDS.size)
        read, answered, straight, size, unsubscribe = rest
        Core::Sender.new(key: key, name: Core::Address.shown(name, key), members: 1, counts: DAYS.zip([*days, count]).to_h, weeks: weeks,
          kinds: Core::Sender::KINDS.zip(kinds).to_h, read: read, answered: answered, looks: looks || [], answers: answers || [],
          alerts: alerts || 0, straight: straight, size: size, first_at: first_at, last_at: last_at, unsubscribe: unsubscribe == 1)
      end

      def read(sql) = Record.with_connection { _1.select_rows(sql) }
    end
  end
end
