# frozen_string_literal: true

module UpFront
  module Core
    # Finds the rules that could match a message without evaluating the others: looked up by the addresses
    # and domains of its people, by its words (one pass over the text for the words of all rules), and by
    # what is told of it as one of a few answers (kind, flags). Compiled when the rulebook changes.
    #
    # For each rule the tree is reduced to keys of which a matching message has at least one. A rule whose
    # tree gives no such keys is always a candidate. So the cost of a message grows with the rules that could
    # match it, not with all rules.
    class Candidates
      # What tells little of a message is looked up only where a rule asks for nothing that tells more: prefixes of words
      # (1), and facts with one of a few answers (2).
      COMMON = Hash.new(0).merge(subject_prefix: 1, anywhere_prefix: 1, answer: 2).freeze
      MOST_KEYS = 5_000 # a rule that names more is looked at each time instead

      # @param rules [Array<Rule>]
      def initialize(rules)
        @always = []
        @tables = Hash.new { |tables, name| tables[name] = Hash.new { |table, key| table[key] = [] } }
        rules.each_with_index { |rule, place| file(rule, place) if rule.enabled }
        @subject = Facts.find("subject")
        @anywhere = Facts.find("anywhere")
        @prefix_sizes = {subject: sizes(:subject_prefix), anywhere: sizes(:anywhere_prefix)}
        @tables.each_value { _1.default_proc = nil }
        @tables.default_proc = nil
        @answers = facts_of(:answer).map { [_1, @tables[[:answer, _1]]] }.freeze
        @people = (facts_of(:person) | facts_of(:domain)).map { [_1, @tables[[:person, _1]], @tables[[:domain, _1]]] }.freeze
        freeze
      end

      # @param reading [Reading] @return [Array<Integer>] places of the rules to evaluate, in order
      def for(reading)
        found = @always.dup
        by_people(reading, found)
        by_words(reading, found)
        @answers.each { |fact, table| Array(reading.value(fact)).each { |answer| take(table, answer, found) } }
        found.uniq.sort
      end

      private

      def file(rule, place)
        keys = keys(rule.when)
        return @always << place if keys.nil? || keys.size > MOST_KEYS

        keys.each { |table, key| @tables[table][key] << place }
      end

      # @return [Array<Array(Object, Object)>, nil] table (with its fact, where it is of one) and key; nil where the node cannot
      #   be looked up
      def keys(node)
        return leaf_keys(node) if node.is_a?(Condition::Leaf)

        members = node.members.map { keys(_1) }
        case node.kind
        when "all" then members.compact.min_by { |some| [some.map { |table, _| COMMON[Array(table).first] }.max.to_i, some.size] }
        when "any" then members.flatten(1) if members.none?(&:nil?)
        end
      end

      def leaf_keys(leaf)
        return if leaf.negated

        case leaf.operand
        when Types::People::Among then people_keys(leaf)
        when Types::Text::Mentions then word_keys(leaf)
        when Types::Flag::Operand then [[[:answer, leaf.fact], leaf.operand.value]]
        when Types::Choice::Operand then leaf.operand.keys.map { [[:answer, leaf.fact], _1] } if leaf.fact.type.choices
        end
      end

      def people_keys(leaf)
        set = leaf.operand.set
        set.keys.map { [[:person, leaf.fact], _1] } + set.domains.map { [[:domain, leaf.fact], _1] }
      end

      # A phrase is there only where its longest word is.
      def word_keys(leaf)
        return unless within_anywhere?(leaf.fact)

        table = (leaf.fact.name == "subject") ? :subject : :anywhere
        keys = leaf.operand.phrases.map do |phrase|
          word = phrase.words.max_by { |each| [each.open ? 0 : 1, each.text.size] }
          [word.open ? :"#{table}_prefix" : table, word.text]
        end
        leaf.operand.all ? keys.max_by { _2.size }.then { [_1] } : keys
      end

      # Texts that "anywhere" does not take in are not gone through for words.
      def within_anywhere?(fact) = (fact.parts || [fact]).all? { Facts.find("anywhere").parts.include?(_1) }

      def sizes(table) = @tables.key?(table) ? @tables[table].keys.map(&:size).uniq : []

      def facts_of(table) = @tables.keys.grep(Array).select { _1.first == table }.map(&:last)

      def by_people(reading, found)
        @people.each do |fact, persons, domains|
          reading.value(fact).each do |address|
            take(persons, address.key, found) if persons
            address.domains.each { take(domains, _1, found) } if domains
          end
        end
      end

      def by_words(reading, found)
        {subject: @subject, anywhere: @anywhere}.each do |name, fact|
          exact, prefixes = @tables[name], @tables[:"#{name}_prefix"]
          next unless exact || prefixes

          (fact.parts || [fact]).flat_map { reading.words(_1).split }.uniq.each do |word|
            exact && (places = exact[word]) && found.concat(places)
            prefixes && @prefix_sizes[name].each { |size| (places = prefixes[word[0, size]]) && found.concat(places) if word.size >= size }
          end
        end
      end

      def take(table, key, found)
        places = table[key]
        found.concat(places) if places
      end
    end
  end
end
