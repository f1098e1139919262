# frozen_string_literal: true

require "parslet"

module UpFront
  module Core
    # The written language: rules as plain English sentences of a fixed grammar (docs/language.md). {Sentence}
    # prints it; this hears it back, losing nothing.
    module Language
      MAX_TEXT = 20_000 # letters of one rule; longer than any that a person writes
      MAX_BRACKETS = 40 # inside one another: twice what the deepest condition is printed with, and bounds the reading
      DEFAULTS = {"enabled" => true, "unless" => nil, "last_word" => false, "ask_first" => false, "from_date" => nil, "until_date" => nil,
                  "heading" => nil}.freeze
      ORDER = %w[enabled when unless then last_word ask_first from_date until_date heading].freeze # as {Rule#to_h} has it

      module_function

      # @param rules [Array<Rule>] @return [String] one after the other, each with its name
      def say(rules) = rules.map { "Rule #{Quoting.text(_1.name)}\n#{Sentence.rule(_1)}\n" }.join("\n")

      # @param text [String] a rule without its name
      # @return [Hash] its body in the file's shape, all keys but the name @raise [Misread]
      def hear_rule(text) = body(read(text, :sentence))

      # @param text [String] a condition alone, as a view asks it: "the sender is me and it is unread"
      # @return [Hash] in the file's shape @raise [Misread]
      def hear_condition(text) = read(text, :asked).fetch("when")

      # @param text [String] rules with their names, as {say} prints them
      # @return [Array<Hash>] @raise [Misread] the first that cannot be read
      def hear(text) = read_all(text, "rule") { body(read(_1, :named)) }

      # @param views [Array<View>] @return [String] one after the other, each with its name
      def say_views(views) = views.map { "View #{Quoting.text(_1.name)}\n#{ViewSentence.view(_1)}\n" }.join("\n")

      # @param text [String] a view without its name @return [Hash] its body in the file's shape, without what is as by default
      # @raise [Misread]
      def hear_view(text) = view_body(read(text, :sentence, views))

      # @param text [String] a promise without its name @return [Hash] its body in the file's shape @raise [Misread]
      def hear_promise(text) = read(text, :sentence, promises).slice("when", "unless", "holds", "arriving").compact

      # @param text [String] of a rule, a view or a promise, as {HEARD} calls it @return [Hash] @raise [Misread]
      def hear_one(text, of) = public_send(HEARD.fetch(of), text)

      HEARD = {"rule" => :hear_rule, "view" => :hear_view, "promise" => :hear_promise}.freeze

      # @param text [String] views with their names, as {say_views} prints them @return [Array<Hash>] @raise [Misread]
      def hear_views(text) = read_all(text, "view") { view_body(read(_1, :named, views)) }

      # @param text [String] that cannot be read @param misread [Misread] @param of [String] of {HEARD}
      # @return [Array<Repairs::Repair>] what may have been meant; each can be read
      def repairs(text, misread, of: "rule")
        Repairs.new(text) { hear_one(_1, of) }.for(misread)
      end

      def read_all(text, kind)
        before = +""
        parts(text, kind).map do |part|
          yield(part).tap { before << part }
        rescue Misread => misread
          raise misread.moved(before)
        end
      end

      # One text each: it begins with a line "Rule “…”", or "View “…”", outside of quotes.
      def parts(text, kind)
        word = /\A[ \t]*#{kind}\z/i
        starts = []
        position = 0
        text.scan(/“(?:[^\\”]|\\.)*”|"(?:[^\\"]|\\.)*"|^[ \t]*#{kind}(?=\s)|./mi) do |piece|
          starts << position if piece.match?(word)
          position += piece.size
        end
        return [text] if starts.size < 2

        ([0] + starts.drop(1) + [text.size]).each_cons(2).map { |from, to| text[from...to] }
      end

      def read(text, root, grammar = self.grammar)
        bounded!(text)
        Meaning.bare(grammar.public_send(root).parse(text, reporter: reporter = Furthest.new))
      rescue Furthest::Stopped
        raise Misread.at(text, reporter.place, reporter.expected)
      end

      def bounded!(text)
        raise Misread.at(text, 0, []) unless text.valid_encoding?
        raise Misread.too_long(text) if text.size > MAX_TEXT

        deep = 0
        text.gsub(/“(?:[^\\”]|\\.)*”/m, "").each_char.with_index do |letter, _|
          deep += {"(" => 1, ")" => -1}.fetch(letter, 0)
          raise Misread.too_deep if deep > MAX_BRACKETS
        end
      end

      def grammar = Thread.current[:up_front_grammar] ||= Grammar.new
      def promises = Thread.current[:up_front_promises_written] ||= PromisesWritten.new
      def views = Thread.current[:up_front_views_written] ||= ViewsWritten.new

      # @param found [Hash] what the grammar gave @return [Hash]
      def view_body(found)
        asides = Array(found[:asides]).grep(Hash).map { _1[:aside] }
        twice!(asides.flat_map(&:keys) - ["review"])
        review = asides.flat_map { _1.fetch("review", []) }
        {**found.slice("name", "when"), **asides.reduce({}, :merge), **(review.any? ? {"review" => review} : {})}
      end

      # @param found [Hash] what the grammar gave @return [Hash]
      def body(found)
        asides = Array(found[:asides]).grep(Hash).map { _1[:aside] }
        twice!(found["then"].map(&:first))
        name = found.key?("name") ? {"name" => found["name"]} : {}
        body = {**DEFAULTS, **found.slice("when", "unless"), "then" => found["then"].to_h, **asides.reduce({}, :merge)}
        {**name, **ORDER.to_h { [_1, body[_1]] }}
      end

      def twice!(topics)
        topic = topics.find { topics.count(_1) > 1 } or return
        raise Misread.said_twice(topic)
      end
      private_class_method :read_all, :parts, :read, :bounded!, :grammar, :promises, :views, :view_body, :body, :twice!
    end
  end
end
