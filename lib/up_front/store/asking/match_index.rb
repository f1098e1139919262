# frozen_string_literal: true

module UpFront
  module Store
    # The mail of the last months, kept at hand for asking the same conditions of it again and again (while a
    # rule is written, moved or tried): for each condition a number with a bit for each message. A condition is
    # asked of the database once; later only of what has come since. Sent mail and drafts are not on it.
    class MatchIndex
      DAYS = 91 # the longest dry run is of 90
      MOST_CONDITIONS = 4_000
      SCATTERED = 4
      LOCK = Monitor.new

      class << self
        # @param now [Time] @return [MatchIndex] of the last months, brought up to date
        def at(now) = current(:recent, now - DAYS * 86_400)

        # @return [MatchIndex] of all mail
        def whole = current(:whole, Time.at(0).utc)

        def forget = LOCK.synchronize { @kept = nil }

        private

        def current(name, since)
          LOCK.synchronize do
            forget if @path != Connection.path
            @path = Connection.path
            @kept ||= {}
            @kept[name] = new(since) if @kept[name].nil? || (@kept[name].since - since).abs > 86_400
            @kept[name].tap(&:extend_to_newest)
          end
        end
      end

      attr_reader :since, :ids, :arrivals

      def initialize(since)
        @since = since
        @ids = []
        @arrivals = []
        @places = {}
        @answers = {}
      end

      def size = ids.size
      def place(id) = @places[id]
      def everything = (1 << size) - 1

      def extend_to_newest
        upto = Message.maximum(:id).to_i # what comes between the two questions is for the next time
        new = Message.joins(:state).where.not(states: {came: "quiet"})
        new = new.where("likelihood(messages.id > ?, 0.0001)", ids.last) if ids.any? # little has come since
        rows = [new.where(arrived_at: since..), new.where(StateSQL::OPEN)].flat_map { _1.pluck("messages.id", "messages.arrived_at") }
        rows = rows.uniq(&:first).reject { _1.first > upto }.sort_by(&:first)
        rows.each do |id, arrived_at|
          @places[id] = ids.size
          ids << id
          arrivals << Time.at(arrived_at.to_r).utc.freeze # plain, and so compared and hashed fast
        end
      end

      # @param zone [Core::Zone] @return [Integer] the messages of the last so many local days, today among them
      def days_bits(days, zone, now) = since_bits(zone.instant(zone.date(now) - days + 1, 0))

      # @param from [Time] @return [Integer] the messages that arrived since
      def since_bits(from) = bits_of(arrivals.each_index.select { arrivals[_1] >= from })

      # @return [Array<Date>] the local date of each arrival
      def dates(zone)
        @dates = {zone.key => []} unless @dates&.key?(zone.key)
        known = @dates.fetch(zone.key)
        known << zone.date(arrivals[known.size]) while known.size < size
        known
      end

      # @param node [Core::Condition::Group, Core::Condition::Leaf] @param key [Object] what the condition's names mean (who is in a group)
      # @return [Integer] a bit for each message for which it holds
      def bits(node, context)
        LOCK.synchronize { node.is_a?(Core::Condition::Leaf) ? leaf(node, context) : group(node, context) }
      end

      # @param rule [Core::Rule] @return [Integer] the messages for which its conditions hold and its exceptions do not
      def matches(rule, context)
        held = bits(rule.when, context)
        rule.unless ? held & ~bits(rule.unless, context) : held
      end

      def count(bits) = bits.to_s(2).count("1")

      # @return [Array<Integer>] places, in order
      def places_of(bits)
        digits = bits.to_s(2).reverse
        found = []
        at = -1
        found << at while (at = digits.index("1", at + 1))
        found
      end

      def bits_of(places)
        digits = "0" * size
        places.each { digits.setbyte(size - 1 - _1, 49) }
        digits.empty? ? 0 : digits.to_i(2)
      end

      private

      def group(node, context)
        members = node.members.map { bits(_1, context) }
        case node.kind
        when "all" then members.reduce(everything, :&)
        when "any" then members.reduce(0, :|)
        else everything & ~members.reduce(0, :|)
        end
      end

      def leaf(node, context)
        key = [node.to_h, context.of(node)]
        known = @answers.delete(key) || [0, 0]
        known = extended(node, *known) if known[1] < size
        @answers.shift if @answers.size >= MOST_CONDITIONS
        @answers[key] = known
        known[0]
      end

      # @return [Array(Integer, Integer)] the answer, and how many messages it covers
      def extended(node, bits, asked)
        found = scattered?(asked) ? among(ids.drop(asked), node) : between(ids[asked], ids.last, node)
        [bits | bits_of(found.filter_map { @places[_1] }), size]
      end

      # Whether among those asked about lie many that are not on it, as when an archive was brought in.
      def scattered?(asked) = ids.last - ids[asked] > SCATTERED * (size - asked)

      def between(first, last, node)
        Message.where(SQLReader.new(from: first).sql(node)).where("messages.id BETWEEN ? AND ?", first, last).pluck(:id)
      end

      def among(sought, node)
        Message.where("messages.id IN (SELECT value FROM json_each(?))", JSON.generate(sought))
          .where(SQLReader.new(from: sought.first, few: true).sql(node)).pluck(:id)
      end
    end
  end
end
