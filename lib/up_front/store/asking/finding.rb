# frozen_string_literal: true

module UpFront
  module Store
    # What a search finds in all mail, wherever it is. The best come first: those with all that is sought in the subject,
    # as whole words before beginnings of words; then those where it takes the people too, then the names of files, then
    # the text; of each the newest first.
    class Finding
      # Where all that is sought stands, the best first; "whole" words or, then, beginnings of words.
      Reach = Struct.new(:columns, :whole)
      REACHES = [Reach.new(SearchIndex::COLUMNS.first(1), true), *(1..SearchIndex::COLUMNS.size)
        .map { Reach.new(SearchIndex::COLUMNS.first(_1), false) }].freeze
      Tier = Struct.new(:id, :from, :where, :order, keyword_init: true)

      # @!attribute value [String] @!attribute label [String] @!attribute count [Integer]
      Choice = Struct.new(:value, :label, :count, keyword_init: true)

      # @param sought [Array<Core::Phrase>, Core::Condition::Group, Core::Condition::Leaf] phrases, all of which must be there,
      #   or a condition
      # @param narrowed [Hash{String=>String}] some of {Core::Narrowing::KEYS}; a month as "2027-03", in the owner's zone
      # @param names [Core::Names] @param newest [Boolean] the newest first, in place of the best
      def initialize(sought, narrowed, now, names, newest: false)
        @names = names
        @newest = newest
        @sought = sought
        @narrowed = narrowed.slice(*Core::Narrowing::KEYS).compact
        @now = now
        @zone = names.zone
      end

      # @return [Finding] the same, not narrowed
      def whole = Finding.new(@sought, {}, @now, @names)

      def count = @count ||= all.sum { size(_1) }

      # @return [Array<Integer>] messages, the best first
      def page(offset, limit)
        return by_date(offset, limit) if @newest

        tiers.each_with_object([]) do |tier, found|
          wanted = limit - found.size
          next if wanted.zero? || (offset.positive? && (before = size(tier)) <= offset && (offset -= before))

          found.concat(ask("SELECT #{tier.id} FROM #{tier.from} WHERE #{tier.where} ORDER BY #{tier.order} LIMIT #{Integer(wanted)} " \
            "OFFSET #{Integer(offset)}"))
          offset = 0
        end
      end

      # @return [ActiveRecord::Relation] of {State}: all that is found
      def states = State.where("states.message_id IN (#{ids})")

      # @param most [Integer] @return [Array<Choice>] what would narrow it further, each with how many it would leave
      def facet(key, most)
        case key
        when "sender" then choices(tallied(0).max_by(most, &:last)) { name(_1) }
        when "label" then choices(labels(most))
        when "month" then choices(tallied(1).max_by(most, &:first)) { Date.strptime(_1, "%Y-%m").strftime("%B %Y") }
        when "account" then choices(tallied(2))
        else choices(standing.select { |(of, _), count| of == key && count.positive? }.map { |(_, value), count| [value, count] })
        end
      end

      private

      # @param counts [Enumerable<Array(String, Integer)>] @yield [String] a value @yieldreturn [String] its label
      def choices(counts) = counts.map { |value, count| Choice.new(value: value, label: block_given? ? yield(value) : value, count: count) }

      def labels(most)
        rows("SELECT label, count(*) FROM message_labels WHERE message_id IN (#{ids}) GROUP BY 1 ORDER BY 2 DESC LIMIT #{Integer(most)}")
      end

      # One pass over all that is found: sender, month, account and how many.
      def census
        @census ||= rows("SELECT messages.sender_key, #{LocalDate.month_sql("messages.arrived_at", @zone)}, accounts.name, count(*) " \
          "FROM messages JOIN accounts ON accounts.id = messages.account_id WHERE messages.id IN (#{ids}) GROUP BY 1, 2, 3")
      end

      # One pass for how all that is found stands. @return [Hash{Array(String, String)=>Integer}] by key and choice
      def standing
        @standing ||= begin
          asked = Core::Narrowing::STANDING.flat_map { |key, choices| choices.keys.map { [key, _1] } }
          reader = SQLReader.new(@now)
          counts = asked.map { |key, value| "count(*) FILTER (WHERE #{reader.sql(read(key, value))})" }
          joins = (reader.tables.to_a - ["messages"]).map { "JOIN #{_1} ON #{_1}.message_id = messages.id" }
          asked.zip(rows("SELECT #{counts.join(", ")} FROM messages #{joins.join(" ")} WHERE messages.id IN (#{ids})").first).to_h
        end
      end

      # @return [Core::Condition]
      def read(key, value)
        Core::Condition.read({"all" => Core::Narrowing.conditions(key, value)}, Core::Check.new, @names, state: true)
      end

      def by_date(offset, limit)
        ask("SELECT id FROM messages WHERE id IN (#{ids}) ORDER BY arrived_at DESC, id DESC LIMIT #{Integer(limit)} " \
          "OFFSET #{Integer(offset)}")
      end

      # @return [Hash{String=>Integer}]
      def tallied(column) = census.select { _1[column] }.group_by { _1[column] }.transform_values { |rows| rows.sum(&:last) }
      def name(sender) = Message.where(sender_key: sender).order(id: :desc).pick(:sender_name).then { Core::Address.shown(_1, sender) }

      def size(tier) = (@sizes ||= {})[tier] ||= ask("SELECT count(*) FROM #{tier.from} WHERE #{tier.where}").first
      def ids = all.map { "SELECT #{_1.id} FROM #{_1.from} WHERE #{_1.where}" }.join(" UNION ALL ")

      # All that is found, in no order. @return [Array<Tier>]
      def all = @sought.is_a?(Array) ? [tiers.first, in_index(REACHES.last)] : tiers

      # Each holds what the ones before it do not.
      def tiers
        @tiers ||= @sought.is_a?(Array) ? [newest, in_index(REACHES.first), *REACHES.each_cons(2)
          .map { |less, reach| in_index(reach, but: less) }] : [of_condition]
      end

      def tier(id:, where:, **rest) = Tier.new(id: id, where: [where, *narrowing(id)].join(" AND "), **rest)

      # What has come since the index was brought up to date is the newest, and stands first.
      def newest
        tier(id: "texts.message_id", from: "message_texts texts", where: "texts.message_id > #{upto} AND #{in_texts}", order: "1 DESC")
      end

      def in_index(reach, but: nil)
        tier(id: "rowid", from: "message_search",
          where: "message_search MATCH #{quote(but ? "(#{matching(reach)}) NOT (#{matching(but)})" : matching(reach))} AND rowid <= " \
            "#{upto}", order: "rowid DESC")
      end

      def matching(reach) = SearchIndex.question(@sought.map { SearchIndex.phrase(_1, whole: reach.whole) }, reach.columns, all: true)
      def upto = @upto ||= SearchIndex.upto

      def in_texts
        @sought.map { |phrase| "(#{SearchIndex::COLUMNS.map { "instr(texts.#{_1}, #{quote(phrase.needle)}) > 0" }.join(" OR ")})" }
          .join(" AND ")
      end

      def of_condition
        reader = SQLReader.new(@now)
        where = reader.sql(@sought)
        joins = (reader.tables.to_a - ["messages"]).map { "JOIN #{_1} ON #{_1}.message_id = messages.id" }
        tier(id: "messages.id", from: ["messages", *joins].join(" "), where: where, order: "messages.arrived_at DESC")
      end

      def narrowing(id)
        @narrowed.map do |key, value|
          case key
          when "sender" then "#{id} IN (SELECT id FROM messages WHERE sender_key = #{quote(value)})"
          when "label" then "#{id} IN (SELECT message_id FROM message_labels WHERE label = #{quote(value)})"
          when "account" then "(SELECT account_key FROM messages one WHERE one.id = #{id}) = #{quote(Core::Text.fold(value))}"
          when "month" then month(id, value)
          else standing_in(id, key, value)
          end
        end
      end

      def standing_in(id, key, value)
        return "0" if Core::Narrowing.conditions(key, value).empty?

        reader = SQLReader.new(@now)
        where = reader.sql(read(key, value))
        joins = (reader.tables.to_a - ["messages"]).map { "JOIN #{_1} ON #{_1}.message_id = messages.id" }
        "#{id} IN (SELECT messages.id FROM messages #{joins.join(" ")} WHERE #{where})"
      end

      def month(id, value)
        first = Date.strptime(value, "%Y-%m")
        from, upto = [first, first.next_month].map { quote(@zone.instant(_1, 0).getutc) }
        "#{id} IN (SELECT id FROM messages WHERE arrived_at >= #{from} AND arrived_at < #{upto})"
      rescue Date::Error
        "0"
      end

      def ask(sql) = Record.with_connection { _1.select_values(sql) }
      def rows(sql) = Record.with_connection { _1.select_rows(sql) }
      def quote(value) = Record.with_connection { _1.quote(value) }
    end
  end
end
