# frozen_string_literal: true

module UpFront
  module Core
    # Changes of the rules with which a promise that is broken would hold, the smallest first: an exception to the rule that broke it, or a
    # rule of its own that is read first. Each was tried: with it the promise is proved.
    class Mends
      # @!attribute rule [Rule, nil] the one that changes; nil: a new one, read first @!attribute body [Hash] in the file's shape
      Mend = Struct.new(:rule, :body, keyword_init: true)

      EFFECTS = {"comes_in" => {"timing" => {"now" => true}}, "waits" => {"timing" => {"now" => true}},
                 "on_front" => {"timing" => {"now" => true}}, "silent" => {"alert" => AlertEffect::NONE}}.freeze

      # @param rulebook [Rulebook] @param answer [Prover::Answer] of a promise that is broken @param from [Date] see {Prover}
      def initialize(rulebook, answer, from:)
        @rulebook = rulebook
        @answer = answer
        @promise = answer.promise
        @from = from
      end

      # @return [Array<Mend>]
      def to_a = [exception, first].compact.select { proved?(_1) }

      # @return [Rule, nil] the rule by which the message is decided so; nil: the plan
      def breaking
        topics = %w[loudest silent].include?(@promise.kind) ? %w[alert] : %w[discard timing]
        accounts = @answer.claim.trace.to_h["rules"].select { _1["outcome"] == "matched" }
        found = topics.lazy.filter_map { |topic|
          accounts.find { |account| account["said"].key?(topic) && !account["outranked"].key?(topic) && account["said"][topic] != false }
        }.first
        found && @rulebook.by_name[found["rule"]]
      end

      private

      # Mail that is meant, as a condition; nil where it is all mail.
      def meant
        arriving = {"fact" => "arrival", "op" => "within", "value" => span} if @promise.arriving
        parts = [(@promise.when.to_h unless everything?), arriving,
          ({"none" => [@promise.unless.to_h]} if @promise.unless)].compact
        (parts.size > 1) ? {"all" => parts} : parts.first
      end

      def everything? = @promise.when.to_h == {"all" => []}

      def span
        given = @promise.arriving
        {"days" => given.days, "from" => Clockface.of(given.from), "to" => Clockface.of(given.to)}
      end

      def exception
        rule = breaking
        return unless rule && rule.house.nil? && meant # the office's are not one's own to change

        former = rule.unless&.to_h
        members = former.nil? ? [] : (former["any"] || [former])
        Mend.new(rule: rule, body: rule.to_h.merge("unless" => {"any" => members + [meant]}))
      end

      def first
        effect = (@promise.kind == "loudest") ? loudest : EFFECTS[@promise.kind]
        return unless effect

        Mend.new(body: {"name" => free(@promise.name), "when" => meant || {"all" => []}, "then" => effect})
      end

      def loudest
        {"alert" => (@promise.bound == AlertEffect::NONE) ? AlertEffect::NONE : {"level" => @promise.bound}}
      end

      def free(name)
        taken = @rulebook.rules.to_set { Text.fold(_1.name) }
        taken.include?(Text.fold(name)) ? (2..).lazy.map { "#{name} (#{_1})" }.find { !taken.include?(Text.fold(_1)) } : name
      end

      def proved?(mend)
        bodies = @rulebook.own.map { |rule| rule.equal?(mend.rule) ? mend.body : rule.to_h }
        bodies.unshift(mend.body) unless mend.rule
        other = Rulebook.read(@rulebook.document.merge("rules" => bodies, "promises" => [@promise.to_h], "examples" => [], "views" => []))
        Prover.new(other, from: @from).answer(other.promises.first).answer == Prover::PROVED
      rescue Refused
        false
      end
    end
  end
end
