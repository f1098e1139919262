# frozen_string_literal: true

module UpFront
  module Core
    module Reasoning
      # What a message says: words and letters that must be there, one of each lot, and those that may not.
      class Texts
        SINGLE = %w[subject body].freeze # of which every message has exactly one
        MOST_COMPARED = 20_000

        def self.takes?(literal) = [Types::Text::Mentions, Types::Text::Letters].include?(literal.operand.class)

        def initialize(wanted = [].freeze, denied = [].freeze)
          @wanted = wanted
          @denied = denied
        end

        # @return [Texts, nil]
        def with(literal)
          narrower = literal.held ? Texts.new([*@wanted, literal], @denied) : Texts.new(@wanted, [*@denied, literal])
          concerned = literal.held ? [literal] : @wanted
          narrower unless concerned.any? { narrower.nothing_left?(_1) } || narrower.no_text?(literal.fact)
        end

        # @return [Boolean] whether all that this wants is denied
        def nothing_left?(literal)
          parts = parts_of(literal.fact)
          against = parts.map { |part| @denied.select { parts_of(_1.fact).include?(part) } }
          return false if against.any?(&:empty?)

          terms = literal.terms
          terms.all? { |term| against.all? { |others| others.any? { refuted?(term, _1.terms, terms.size) } } }
        end

        # @return [Boolean] whether no text is all that is wanted of a fact that has one
        def no_text?(fact)
          return false unless SINGLE.include?(fact.name)

          wanted = @wanted.select { _1.fact.equal?(fact) }
          whole = wanted.find { |literal| literal.terms.all?(&:whole?) }
          whole ? whole.terms.none? { |term| agrees?(term, wanted, fact) } : apart?(wanted)
        end

        private

        def parts_of(fact) = fact.parts || [fact]

        def refuted?(term, others, count)
          return others.include?(term) if count * others.size > MOST_COMPARED

          others.any? { term.implies?(_1) }
        end

        # A text that is known whole is looked at as a message's is.
        def agrees?(term, wanted, fact)
          denied = @denied.select { parts_of(_1.fact).include?(fact) }
          reading = Known.new(term.needle)
          wanted.all? { _1.operand.holds?(reading, fact) } && denied.none? { _1.operand.holds?(reading, fact) }
        end

        # Two beginnings, or two endings, of one text: one of the two is that of the other.
        def apart?(wanted)
          terms = wanted.map(&:terms)
          %i[start? finish?].any? do |edge|
            some = terms.select { |each| each.all?(&edge) && each.size < 200 }
            some.combination(2).any? { |one, other| one.product(other).none? { |a, b| a.same_edge?(b, edge) } }
          end
        end

        # One text, as a {Reading} gives it.
        class Known
          def initialize(laid)
            @laid = laid
          end

          def laid(_fact) = @laid
          def words(_fact) = @words ||= Text.words(@laid)
        end
        private_constant :Known
      end
    end
  end
end
