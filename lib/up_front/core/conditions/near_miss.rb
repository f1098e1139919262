# frozen_string_literal: true

require "did_you_mean"

module UpFront
  module Core
    # What was nearly so, where a condition did not hold: the same stands elsewhere in the message, is said of somebody in another
    # role, or of a domain that is called almost so.
    module NearMiss
      # @!attribute kind [Symbol] :fact (the same holds of another one) or :domain
      # @!attribute fact [Fact, nil] @!attribute found [String, nil] the domain that is there @!attribute wanted [String, nil]
      Found = Struct.new(:kind, :fact, :found, :wanted, keyword_init: true)

      ELSEWHERE = [%w[subject body attachment_name], %w[from to cc reply_to]].freeze
      CLOSE = 2 # letters by which two labels of a domain differ and are taken for each other

      module_function

      # @param leaf [Condition::Leaf] that did not hold @param reading [Reading] @return [Found, nil]
      def of(leaf, reading)
        return if leaf.negated

        elsewhere(leaf, reading) || (domain(leaf, reading) if leaf.operand.is_a?(Types::People::Among))
      end

      def elsewhere(leaf, reading)
        others = ELSEWHERE.find { _1.include?(leaf.fact.name) } or return
        fact = (others - [leaf.fact.name]).map { Facts.find(_1) }.find { leaf.operand.holds?(reading, _1) }
        Found.new(kind: :fact, fact: fact) if fact
      end

      def domain(leaf, reading)
        wanted = leaf.operand.set.domains + leaf.operand.set.keys.filter_map { _1[/@(.+)\z/, 1] }
        reading.value(leaf.fact).filter_map(&:domain).each do |found|
          near = wanted.find { one_label_apart?(found, _1) }
          return Found.new(kind: :domain, found: found, wanted: near) if near
        end
        nil
      end

      def one_label_apart?(one, other)
        pairs = one.split(".").zip(other.split("."))
        return false unless one.count(".") == other.count(".")

        apart = pairs.reject { _1 == _2 }
        apart.size == 1 && (apart[0] == pairs.last || DidYouMean::Levenshtein.distance(*apart[0]) <= CLOSE)
      end
      private_class_method :elsewhere, :domain, :one_label_apart?
    end
  end
end
