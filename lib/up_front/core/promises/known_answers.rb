# frozen_string_literal: true

require "digest"
require "json"

module UpFront
  module Core
    # Answers to promises, kept from one rulebook to the next: a promise is asked of again only where what it hangs on has changed. That
    # is the plan, the people that are named, the day, and those rules that speak on what was promised, or end the reading.
    class KnownAnswers
      MOST = 2_000 # answers; the oldest are forgotten

      COMING = %w[timing discard].freeze
      TOPICS = Promise::KINDS.to_h { |kind| [kind, COMING + (%w[loudest silent alerts_a_day].include?(kind) ? %w[alert] : [])] }.freeze
      ASIDE = %w[rules views promises examples labels inks templates forward_to].freeze
      WORDS = %w[name heading].freeze # of a rule, that decide nothing
      private_constant :COMING, :TOPICS, :ASIDE, :WORDS

      def initialize
        @kept = {}
        @lock = Mutex.new
      end

      # @param prover [Prover] of the rulebook @param promise [Promise] @return [Prover::Answer]
      def answer(prover, promise, stand)
        key = [stand.of(TOPICS.fetch(promise.kind)), promise.to_h.except("name")]
        known = @lock.synchronize { @kept[key] }
        known &&= prover.again(known, promise)
        known || prover.answer(promise).tap { |answer| keep(key, answer) }
      end

      # What answers of one rulebook hang on.
      class Stand
        # @param rulebook [Rulebook] @param from [Date] see {Prover}
        def initialize(rulebook, from)
          @rulebook = rulebook
          @from = from
          @of = {}
        end

        # @param topics [Array<String>] @return [String] a mark, another where something else was said of them
        def of(topics)
          @of[topics] ||= Digest::SHA256.hexdigest(JSON.generate([@from, @rulebook.document.except(*ASIDE), speaking(topics)]))
        end

        private

        def speaking(topics)
          @rulebook.rules.select { |rule| rule.enabled && (rule.last_word || topics.any? { rule.effects.said.key?(_1) }) }
            .map { |rule| rule.to_h.except(*WORDS).merge("then" => rule.effects.said.slice(*topics)) }
        end
      end

      private

      def keep(key, answer)
        @lock.synchronize do
          @kept[key] = answer
          @kept.shift while @kept.size > MOST
        end
      end
    end
  end
end
