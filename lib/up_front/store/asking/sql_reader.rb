# frozen_string_literal: true

module UpFront
  module Store
    # The reader of a condition that writes SQL over the table of messages. It asks what the matcher asks,
    # of the same folded letters, and a missing value answers as it does there.
    class SQLReader
      T = Core::Types

      # @param node [Core::Condition::Group, Core::Condition::Leaf] @return [ActiveRecord::Relation] of {Message}
      def self.messages(node) = Message.where(new.sql(node))

      # @return [Set<String>] the tables, of messages, states and claims, that what was written so far asks of
      attr_reader :tables

      # @param now [Time, nil] the moment for conditions on state
      # @param id [String] the column that holds a message's number
      # @param from [Integer] only messages from this number on matter: the index of words need not be read before it
      # @param few [Boolean] few messages are asked about: see {FewOrAll}
      def initialize(now = nil, id: "messages.id", from: 1, few: false)
        @now = now
        @id = id
        @from = from
        @belonging = FewOrAll.new(id, few)
        @tables = Set.new
      end

      # @return [String] a SQL condition over {#tables}
      def sql(node)
        return leaf(node) if node.is_a?(Core::Condition::Leaf)

        parts = node.members.map { sql(_1) }
        case node.kind
        when "all" then parts.empty? ? "1" : "(#{parts.join(" AND ")})"
        when "any" then parts.empty? ? "0" : "(#{parts.join(" OR ")})"
        else parts.empty? ? "1" : "NOT (#{parts.join(" OR ")})"
        end
      end

      private

      def leaf(node)
        question = node.fact.is_a?(Core::StateFact) ? state(node.operand, node.fact) : ask(node.operand, node.fact)
        node.negated ? "NOT (#{question})" : "(#{question})"
      end

      def ask(operand, fact)
        case operand
        when T::Text::Mentions then mentions(operand, fact)
        when T::Text::Letters then letters(operand, fact)
        when T::People::Among then among(operand.set, fact.columns)
        when T::People::PartOf then part_of(operand, fact.columns)
        when T::Flag::Operand then "#{of_message(fact.columns.first)} = #{operand.value ? 1 : 0}"
        when T::Choice::Operand then "#{of_message(fact.columns.first)} IN (#{list(operand.keys)})"
        when T::Number::Operand then "#{of_message(fact.columns.first)} #{(operand.op == "at_least") ? ">=" : "<="} #{quote(operand.bound)}"
        when T::Day::Operand then day(operand, of_message(fact.columns.first))
        when T::Span::Operand then spans(operand)
        when Core::Facts::Involvement::Mine::Operand then "#{among(operand.mine, %i[from])} = #{operand.value ? 1 : 0}"
        when Core::Facts::Involvement::Role::Operand then role(operand)
        else raise ArgumentError, "no SQL for #{operand.class}"
        end
      end

      def state(operand, fact)
        states = StateSQL.new(@now, id: @id, few: @belonging.few?)
        tables.merge(states.tables(fact.name))
        case operand
        when T::Flag::Operand then operand.value ? states.flag(fact.name) : "NOT (#{states.flag(fact.name)})"
        when T::Priority::Operand then states.priority(operand.levels)
        when T::Ago::Operand then ago(operand, (states.awaits_mine if fact.name == "awaits_mine_since"))
        when T::Period::Operand then periods(operand)
        when T::Named::Operand then (fact.type.kind == :labels) ? states.labelled(operand.names) : states.inked(operand.names)
        when T::Choice::Operand then states.decided_by(Rule.all.select { |rule| operand.keys.member?(Core::Text.fold(rule.name)) }
          .map(&:id))
        else raise ArgumentError, "no SQL for #{operand.class}"
        end
      end

      # @param only [String, nil] a condition without which it never began
      def ago(operand, only)
        since = operand.since(@now)
        [only, (operand.op == "within_last") ? arrived(since, nil) : arrived(nil, since)].compact.join(" AND ")
      end

      def periods(operand) = operand.ranges(@now).map { |from, upto| "(#{arrived(from, upto)})" }.join(" OR ")

      # How much of all mail that is, as if as much came on every day, decides what SQLite reads first; it answers the same whatever is said
      # (https://sqlite.org/lang_corefunc.html#likelihood).
      # @param from [Time, nil] @param upto [Time, nil] exclusive
      def arrived(from, upto)
        at = of_message("arrived_at")
        first = @first ||= Message.minimum(:arrived_at)&.to_time || @now
        part = ([upto || @now, @now].min - [from || first, first].max).fdiv([@now - first, 1].max).clamp(0.0001, 0.9999)
        start, *ending = [("#{at} >= #{quote(from)}" if from), ("#{at} < #{quote(upto)}" if upto)].compact
        ["likelihood(#{start}, #{part.round(4)})", *ending].join(" AND ")
      end

      def of_message(column)
        tables << "messages"
        "messages.#{column}"
      end

      # @return [String, nil] the name of the header that a fact is of
      def header(fact) = fact.name[Core::Facts::HEADER, 1]&.downcase

      # What the index of words can answer is asked of it; what came since it was brought up to date, of the texts.
      def mentions(operand, fact)
        each = operand.phrases.map { |phrase| SearchIndex.phrase(phrase) }
        return in_texts(fact, words(operand, fact)) if @belonging.few? || header(fact) || each.any?(&:nil?) ||
          !SearchIndex.holds?(fact.columns)

        question = SearchIndex.question(each, fact.columns.map { "#{_1}_words" }, all: operand.all)
        "#{@id} IN (SELECT rowid FROM message_search WHERE message_search MATCH #{quote(question)} AND rowid >= #{@from} " \
          "UNION ALL SELECT texts.message_id FROM message_texts texts WHERE texts.message_id > #{[upto, @from - 1].max} AND " \
            "(#{words(operand, fact)}))"
      end

      def upto = @upto ||= SearchIndex.upto

      def words(operand, fact)
        columns = header(fact) ? ["header_words(#{of_message("headers")}, #{quote(header(fact))})"] : fact.columns.map do
          "texts.#{_1}_words"
        end
        operand.phrases.map { |phrase| "(#{columns.map { phrase_in(_1, phrase) }.join(" OR ")})" }.join(operand.all ? " AND " : " OR ")
      end

      def phrase_in(column, phrase)
        phrase.plain? ? "instr(#{column}, #{quote(phrase.needle)}) > 0" : "phrase_in(#{column}, #{quote(phrase.words.join(" "))})"
      end

      def letters(operand, fact)
        columns = header(fact) ? ["header_laid(#{of_message("headers")}, #{quote(header(fact))})"] : fact.columns.map { "texts.#{_1}" }
        in_texts(fact, operand.needles.product(columns).map { |needle, column| "instr(#{column}, #{quote(needle)}) > 0" }.join(" OR "))
      end

      def in_texts(fact, condition)
        return "(#{condition})" if header(fact)

        "EXISTS (SELECT 1 FROM message_texts texts WHERE texts.message_id = #{@id} AND (#{condition}))"
      end

      def person(roles, condition)
        @belonging.told("people.message_id", "message_people people", "people.role IN (#{list(roles)}) AND (#{condition})")
      end

      def in_set(set)
        keys = set.keys.any? ? ["people.key IN (#{list(set.keys)})"] : []
        domains = set.domains.map do |domain|
          path = Intake.domain_path(domain)
          "(people.domain_path >= #{quote(path)} AND people.domain_path < #{quote("#{path.chop}/")})" # "/" follows "."
        end
        (keys + domains).then { _1.empty? ? "0" : _1.join(" OR ") }
      end

      def among(set, roles) = person(roles, in_set(set))

      def part_of(operand, roles)
        names = operand.names.map { "instr(people.name_key, #{quote(_1)}) > 0" }
        keys = operand.keys.map { "instr(people.key, #{quote(_1)}) > 0" }
        person(roles, (names + keys).join(" OR "))
      end

      def role(operand)
        to, cc = among(operand.mine, %i[to]), among(operand.mine, %i[cc])
        others = person(%i[to cc], "NOT (#{in_set(operand.mine)})")
        questions = {"to" => to, "cc" => "(NOT #{to} AND #{cc})", "not_named" => "(NOT #{to} AND NOT #{cc})",
                     "only_to" => "(#{to} AND NOT #{others})"}
        operand.roles.map { questions.fetch(_1) }.join(" OR ")
      end

      def day(operand, column)
        start, ending = operand.zone.instant(operand.date, 0), operand.zone.instant(operand.date + 1, 0)
        range = {"before" => "#{column} < #{quote(start)}", "after" => "#{column} >= #{quote(ending)}",
                 "on" => "#{column} >= #{quote(start)} AND #{column} < #{quote(ending)}"}.fetch(operand.op)
        "#{column} IS NOT NULL AND #{range}"
      end

      # The stretches of every week that holds mail, as instants.
      def spans(operand)
        first, last = Message.minimum(:arrived_at), Message.maximum(:arrived_at)
        return "0" unless first

        dates = operand.zone.date(first) - 2..operand.zone.date(last) + 1
        pairs = dates.flat_map { |date| operand.spans.filter_map { _1.on(date, operand.zone) } }
        stretches = JSON.generate(pairs.map { |span| [span.begin, span.end].map { quote(_1).delete("'") } })
        "EXISTS (SELECT 1 FROM json_each(#{quote(stretches)}) span WHERE #{of_message("arrived_at")} >= json_extract(span.value, " \
          "'$[0]') AND messages.arrived_at < json_extract(span.value, '$[1]'))"
      end

      def list(values) = values.map { quote(_1.to_s) }.join(", ")
      def quote(value) = Message.with_connection { _1.quote(value.is_a?(Time) ? value.getutc : value) }
    end
  end
end
