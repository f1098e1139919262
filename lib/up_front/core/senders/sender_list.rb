# frozen_string_literal: true

module UpFront
  module Core
    # A rule's condition that is nothing but a list: of people (addresses, domains, groups), of mailing lists, of words of subjects, any of
    # which is enough. Such a rule can grow by a name without anybody reading it.
    class SenderList
      LIST = "header:list-id" # holds the identifier between angle brackets (RFC 2919, section 2)
      LEAVES = {"people" => %w[from is], "lists" => [LIST, "contains"], "words" => %w[subject mentions]}.freeze

      # @return [Array<String>]
      attr_reader :people, :lists, :words

      # @param condition [Hash, nil] a rule's `when` @return [SenderList, nil] nil where it asks for anything else
      def self.read(condition)
        return new if condition.nil?

        leaves = condition.key?("any") ? condition["any"] : [condition]
        return unless leaves.is_a?(Array) && leaves.all? { |leaf|
          leaf.is_a?(Hash) && LEAVES.value?(leaf.values_at("fact", "op")) && !leaf["not"]
        }

        new(**LEAVES.to_h { |kind, form|
          [kind.to_sym, leaves.select {
                          _1.values_at("fact", "op") == form
                        }.flat_map { Array(_1["value"]) }]
        })
      end

      # @param by ["address", "domain", "list"] @param keys [Array<String>] of senders
      # @return [SenderList] that means them
      def self.of(by, keys)
        case by
        when "list" then new(lists: keys.uniq.map { "<#{_1}>" })
        when "domain" then new(people: keys.map { "@#{Address.normalise_domain(_1)}" }.uniq)
        else new(people: keys.map { Address.normalise(_1) }.uniq)
        end
      end

      # @return [Array<Array(String, String)>] whom it means, as by and key: address, domain or list
      def senders
        people.map { |term| term.start_with?("@") ? ["domain", term.delete_prefix("@")] : ["address", term] } +
          lists.map { |term| ["list", term.delete("<>")] }
      end

      def initialize(people: [], lists: [], words: [])
        @people = people.freeze
        @lists = lists.freeze
        @words = words.freeze
        freeze
      end

      def +(other) = join(other) { |own, its| own + its.reject { |each| own.any? { same?(_1, each) } } }
      def -(other) = join(other) { |own, its| own.reject { |each| its.any? { same?(_1, each) } } }
      def empty? = to_h.values.all?(&:empty?)
      def size = to_h.values.sum(&:size)
      def to_h = {people: people, lists: lists, words: words}
      def ==(other) = other.is_a?(SenderList) && other.to_h == to_h

      # @return [Hash] a rule's `when`
      def condition
        leaves = LEAVES.filter_map do |kind, (fact, op)|
          values = public_send(kind)
          {"fact" => fact, "op" => op, "value" => values} if values.any?
        end
        {"any" => leaves}
      end

      # @param address [String] normalised @param list [String, nil] identifier
      # @return [String, nil] of its terms that by which their mail is meant
      def term_for(address, list = nil)
        domains = Address.new(address).domains
        people.find { |term| term.start_with?("@") ? domains.include?(Address.normalise_domain(term[1..])) : same?(term, address) } ||
          (list && lists.find { same?(_1, "<#{list}>") })
      end

      private

      def join(other) = SenderList.new(**to_h.to_h { |kind, own| [kind, yield(own, other.to_h.fetch(kind))] })
      def same?(one, other) = Address.normalise(one) == Address.normalise(other)
    end
  end
end
